"""Writes docs/assumptions.md: every figure of the core without a published source, in one table, from where it stands.

python -m tools.assumptions docs/assumptions.md
"""

import ast
import io
import re
import sys
import tokenize
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

CORE = Path(__file__).parents[1] / "src/deep_amber/core"
WORD = re.compile(r"\bassum(?:ption|ed)", re.IGNORECASE)
HEAD = """# Assumptions

Every figure of the core that has no published source, in one table, with its reason where one is known. Each stands where
it is used; this page is made from there (`make assumptions`), and a test holds both together. Figures of the physics and
their sources are in [light-model.md](light-model.md), rules of the findings in [findings.md](findings.md).

| where | figure | value | what it is |
|---|---|---|---|
"""


@dataclass(frozen=True)
class Comments:
    beside: dict[int, str]
    """After code, by line."""
    alone: dict[int, str]
    """On lines of their own."""


def _comments(source: str) -> Comments:
    found = Comments({}, {})
    for t in tokenize.generate_tokens(io.StringIO(source).readline):
        if t.type == tokenize.COMMENT:
            where = found.alone if t.line.strip().startswith("#") else found.beside
            where[t.start[0]] = t.string.lstrip("# ").replace("fmt: skip", "").strip()
    return found


def _named(node: ast.stmt) -> str:
    targets = node.targets if isinstance(node, ast.Assign) else [node.target] if isinstance(node, ast.AnnAssign) else []
    names = [ast.unparse(t).strip("()") for t in targets]
    return ", ".join(names)


def _said(body: list[ast.stmt], at: int, comments: Comments) -> str:
    """What stands beside a figure, in the line before it, or as text under it."""
    node = body[at]
    beside = " ".join(
        comments.beside[k] for k in range(node.lineno, (node.end_lineno or node.lineno) + 1) if k in comments.beside
    )
    after = body[at + 1] if at + 1 < len(body) else None
    under = after.value.value if isinstance(after, ast.Expr) and isinstance(after.value, ast.Constant) else ""
    before, line = "", node.lineno - 1
    while line in comments.alone:
        before, line = f"{comments.alone[line]} {before}".strip(), line - 1
    return " ".join(f"{beside} {under if isinstance(under, str) else ''} {before}".split())


def figures() -> Iterator[tuple[str, str, str, str]]:
    """File, name, value and words of each assumed figure."""
    for path in sorted(CORE.rglob("*.py")):
        source = path.read_text()
        comments, tree = _comments(source), ast.parse(source)
        bodies = [tree.body, *(k.body for k in ast.walk(tree) if isinstance(k, ast.ClassDef))]
        for body in bodies:
            for at, node in enumerate(body):
                name = _named(node)
                said = _said(body, at, comments) if name else ""
                if name and WORD.search(said):
                    value = ast.unparse(node.value) if getattr(node, "value", None) is not None else ""
                    shown = value if len(value) <= 60 else "table in the file"
                    yield str(path.relative_to(CORE)), name, shown, said


def table() -> str:
    """The page."""
    rows = [
        f"| `{where}` | `{name}` | {f'`{value}`' if value and not value.startswith('table') else value} | {said} |"
        for where, name, value, said in ((a, b, c, d.replace("|", "/")) for a, b, c, d in figures())
    ]
    return HEAD + "\n".join(rows) + "\n"


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(table())
