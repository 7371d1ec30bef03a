import { type ReactNode, useEffect } from "react";
import { Link, useLocation } from "react-router";
import "./page.css";

const PLACES = [
  ["/shelf", "Shelf"],
  ["/sittings", "Sittings"],
  ["/log", "Log"],
  ["/practice", "Practice"],
  ["/kit", "Kit"],
  ["/devices", "Devices"],
] as const;

interface Props {
  title: string;
  /** Where the title's first part leads. */
  back?: readonly [string, string];
  tools?: ReactNode;
  className?: string;
  children: ReactNode;
}

/** A page beside the bench: its name, where else to go, and its own tools. */
export function Page({ title, back = ["/", "Deep Amber"], tools, className = "", children }: Props) {
  const here = useLocation().pathname;
  useEffect(() => {
    document.title = `${title} · Deep Amber`;
  }, [title]);
  return (
    <main className={`page ${className}`}>
      <header>
        <h1>
          <Link to={back[0]}>{back[1]}</Link> <span>{title}</span>
        </h1>
        <div className="page-tools">{tools}</div>
        <nav aria-label="Pages">
          {PLACES.filter(([path]) => path !== back[0] && path !== here).map(([path, name]) => (
            <Link key={path} to={path}>
              {name}
            </Link>
          ))}
        </nav>
      </header>
      {children}
    </main>
  );
}

/** What was refused, in words; nothing for nothing. */
export function Wrong({ text }: { text: string }) {
  return text ? (
    <p className="wrong" role="alert">
      {text}
    </p>
  ) : null;
}
