import { useQuery } from "@tanstack/react-query";
import { Button, Dropdown } from "antd";
import { type LookPlan, server, type Sitting, type SittingPlan } from "../server/client";

interface Props {
  sitting: Sitting;
  plan: SittingPlan | undefined;
  chosen: number;
  onChoose: (look: number) => void;
  onChange: (to: Partial<Sitting>) => void;
}

export function useShelf() {
  const sets = useQuery({ queryKey: ["sets"], queryFn: async () => (await server.GET("/api/sets")).data, staleTime: 10_000 });
  return (sets.data?.sets ?? []).filter((k) => k.readable);
}

/** The looks in the order of the plan, and what adds one. */
export function Looks({ sitting, plan, chosen, onChoose, onChange }: Props) {
  const shelf = useShelf();
  const looks = sitting.looks ?? [];
  const order = plan?.looks.map((k) => k.look).filter((k) => k < looks.length) ?? [];
  const rest = looks.map((_, i) => i).filter((i) => !order.includes(i));

  function add(setId: string, name: string) {
    const taken = new Set(looks.map((k) => k.name));
    const free = [name, ...looks.map((_, i) => `${name} (${i + 2})`)].find((k) => !taken.has(k)) ?? name;
    onChange({ looks: [...looks, { name: free.slice(0, 80), set_id: setId } as LookPlan] });
    onChoose(looks.length);
  }

  return (
    <>
      <ol className="looks" aria-label="Looks">
        {[...order, ...rest].map((index) => {
          const look = looks[index];
          const planned = plan?.looks.find((k) => k.look === index);
          return look ? (
            <li key={index}>
              <button type="button" className="plain" aria-pressed={index === chosen} onClick={() => onChoose(index)}>
                <img src={`/api/sets/${look.set_id}/thumbnail`} alt="" width={40} height={50} loading="lazy" />
                <b>{look.name}</b>
                <span className="figures">{planned ? `${planned.ready}` : ""}</span>
                <span className="caption">
                  {[
                    look.first && "first",
                    look.last && "last",
                    (look.variants ?? []).length && `${(look.variants ?? []).length} variants`,
                    look.wardrobe,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </span>
              </button>
              <button
                type="button"
                className="plain"
                aria-label={`Remove ${look.name}`}
                onClick={() => onChange({ looks: looks.filter((_, i) => i !== index).map((k) => without(k, look.name)) })}
              >
                ×
              </button>
            </li>
          ) : null;
        })}
      </ol>
      <Dropdown
        trigger={["click"]}
        menu={{ items: shelf.map((k) => ({ key: k.id, label: k.name, onClick: () => add(k.id, k.name) })), className: "shelf-menu" }}
      >
        <Button disabled={looks.length >= 12}>{looks.length >= 12 ? "12 looks are the most" : "Add a look"}</Button>
      </Dropdown>
    </>
  );
}

/** A look that no longer waits for another. */
function without(look: LookPlan, name: string): LookPlan {
  return { ...look, after: (look.after ?? []).filter((k) => k !== name) };
}
