import { useEffect } from "react";
import Markdown from "react-markdown";
import { Link } from "react-router";
import guide from "../../../docs/guide.md?raw";
import "./help.css";

const PICTURES: Record<string, string> = import.meta.glob("../../../docs/screenshots/*.png", {
  eager: true,
  query: "?url",
  import: "default",
});

/** The address of a picture of the guide, which names it as the documents do. */
function pictureAt(address: string): string {
  return PICTURES[`../../../docs/${address}`] ?? address;
}

/** The guide for the photographer, as it stands in the documents. */
export function HelpPage() {
  useEffect(() => {
    document.title = "Help · Deep Amber";
  }, []);
  return (
    <main className="help">
      <nav aria-label="Tools">
        <Link className="brand" to="/">
          Deep Amber
        </Link>
        <Link to="/">To the bench</Link>
        <Link to="/shelf">Shelf</Link>
      </nav>
      <article>
        <Markdown urlTransform={pictureAt}>{guide}</Markdown>
      </article>
    </main>
  );
}
