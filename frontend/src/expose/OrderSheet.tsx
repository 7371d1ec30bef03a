import { useQuery } from "@tanstack/react-query";
import { Drawer } from "antd";
import { type Order, type PhotoSet, server } from "../server/client";
import { idOf } from "../server/queries";

/** What to set on which device for a set, in order, large. */
export function OrderSheet({ of, open, onClose }: { of: PhotoSet; open: boolean; onClose: () => void }) {
  const order = useQuery({
    queryKey: ["order", idOf(of)],
    enabled: open,
    queryFn: async (): Promise<Order | null> =>
      (await server.POST("/api/expose/order", { body: { set: of, thing: null, feet: false } })).data ?? null,
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
