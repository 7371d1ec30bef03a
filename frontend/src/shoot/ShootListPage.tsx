import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, Navigate } from "react-router";
import { server } from "../server/client";
import "./shoot.css";

/** Which sitting is shot; with one alone it is that. */
export function ShootListPage() {
  const listed = useQuery({ queryKey: ["shoot"], queryFn: async () => (await server.GET("/api/shoot")).data ?? null }).data;
  useEffect(() => {
    document.title = "Shoot · Deep Amber";
  }, []);
  const [only, ...others] = listed?.sittings ?? [];
  if (only && others.length === 0) {
    return <Navigate to={`/shoot/${only.id}`} replace />;
  }
  return (
    <main className="shoot">
      <h1>Which sitting?</h1>
      {listed && !only && <p>No sitting with looks yet. It is planned on the computer, on the page Sittings.</p>}
      {listed?.sittings.map((k) => (
        <Link key={k.id} className="big" to={`/shoot/${k.id}`}>
          {k.name} <span>{[k.date, `${k.looks} looks`].filter(Boolean).join(", ")}</span>
        </Link>
      ))}
    </main>
  );
}
