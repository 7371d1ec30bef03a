import { useQuery } from "@tanstack/react-query";
import { Drawer } from "antd";
import { useSeen } from "../frame/useSettled";
import { type Order, server } from "../server/client";
import { idOf } from "../server/queries";

/** What to set on which device, in order, large. */
export function OrderSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const seen = useSeen();
  const order = useQuery({
    queryKey: ["order", idOf(seen)],
    enabled: open && seen !== null,
    queryFn: async (): Promise<Order | null> =>
      seen ? ((await server.POST("/api/expose/order", { body: { set: seen, thing: null, feet: false } })).data ?? null) : null,
  }).data;
  return (
    <Drawer title="Order of setting" open={open} onClose={onClose} size={860}>
      <ol className="order">
        {order?.lines.map((line) => (
          <li key={line.about}>
            <b>{line.about}</b>
            <span className="figures">{line.what}</span>
          </li>
        ))}
      </ol>
      <p className="order-note">People who react to flashing light are asked first. Cables are taped where one walks in the dark.</p>
    </Drawer>
  );
}
