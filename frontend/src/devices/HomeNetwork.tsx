import { useQuery } from "@tanstack/react-query";
import { type HomeNetwork as Told, server } from "../server/client";
import { queries } from "../server/queries";

const KEY = ["lan"];
const AGAIN = 5000; // ms: somebody may have paired

/** The shoot view on a phone or tablet: off unless the server was started for it; then a code, a square, who is paired. */
export function HomeNetwork() {
  const told = useQuery({ queryKey: KEY, refetchInterval: AGAIN, queryFn: async () => (await server.GET("/api/lan")).data ?? null }).data;
  const take = ({ data }: { data?: Told | undefined }) => data && queries.setQueryData(KEY, data);
  if (!told) {
    return null;
  }
  return (
    <section className="device network" aria-label="Home network">
      <h2>Phone or tablet</h2>
      {!told.on && (
        <p className="caption">
          Other devices are not served. Start with <code>deep-amber serve --lan</code> to pair one for the shoot view; nothing else of this
          program is reached from it.
        </p>
      )}
      {told.on && (
        <div className="pair">
          <div className="square" dangerouslySetInnerHTML={{ __html: told.square }} role="img" aria-label="Square code to pair" />
          <div>
            <p>
              Point its camera at the square, or open <b className="figures">{told.address}</b> and type
            </p>
            <p className="code figures">{told.code}</p>
            <button type="button" className="plain chip" onClick={async () => take(await server.POST("/api/lan/renew"))}>
              Another code
            </button>
            <ul>
              {told.devices.map((k) => (
                <li key={k.id}>
                  {k.name} is paired{" "}
                  <button
                    type="button"
                    className="plain chip"
                    onClick={async () => take(await server.DELETE("/api/lan/{device_id}", { params: { path: { device_id: k.id } } }))}
                  >
                    End
                  </button>
                </li>
              ))}
            </ul>
          </div>
        </div>
      )}
    </section>
  );
}
