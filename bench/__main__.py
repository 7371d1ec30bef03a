"""make bench: measures, prints, and writes docs/benchmarks.md."""

import datetime
import os
import time
from pathlib import Path

from tests.browser.page import Server

from . import requests as ask
from .page import page_times
from .rays import ray_rate

OUT = Path(__file__).parents[1] / "docs/benchmarks.md"
RUNS, FEW = 60, 12
WARM = 5  # s until somebody has opened a browser; the server computes the last set meanwhile


def measured() -> tuple[float, list[tuple[str, str, str, str]]]:
    """The ray rate, and rows of what, figure, budget, million rays' worth."""
    rate = ray_rate()
    rows = []

    def row(what: str, timed: ask.Timed, budget: str, p95: bool = False) -> None:
        worth = (timed.p95 if p95 else timed.median) / 1000 * rate
        rows.append((what, f"{timed.median:.0f} ms, p95 {timed.p95:.0f} ms", budget, f"{worth:.2f}"))
        print(*rows[-1], sep=" | ", flush=True)

    start = time.perf_counter()
    server = Server()
    up = time.perf_counter() - start
    try:
        time.sleep(WARM)
        page = page_times(server)
        tab = ask.Requests(server)
        row("drag a light, 320 x 400, whole request", tab.over(ask.move_light, "dragged", RUNS), "p95 80 ms", True)
        row("output, 320 x 400", tab.over(ask.change_output, "dragged", RUNS), "30 ms")
        row("aperture, 320 x 400", tab.over(ask.change_aperture, "dragged", RUNS), "30 ms")
        row("a moved thing's drawing", tab.moves(RUNS), "-")
        row("the sitter moved, 320 x 400 with bounce", tab.over(ask.move_sitter, "dragged", FEW), "250 ms")
        row("the head turned, 320 x 400 with bounce", tab.over(ask.turn_head, "dragged", FEW), "250 ms")
        row("settled picture 640 x 800, a light moved", tab.over(ask.move_light, "settled", FEW), "1000 ms")
        row("settled picture 640 x 800, output", tab.over(ask.change_output, "settled", FEW), "-")
        row("settled picture 640 x 800, the head turned", tab.over(ask.turn_head, "settled", FEW), "-")
        alone = ask.memory(server)
        many = ask.Requests(server, 4, "many")
        row("four lights, three panels: drag the key", many.over(ask.move_light, "dragged", RUNS), "p95 80 ms", True)
        row("four lights, three panels: output", many.over(ask.change_output, "dragged", RUNS), "30 ms")
        row("four lights, three panels: drag a panel", many.over(ask.move_panel, "dragged", FEW), "250 ms")
        row("four lights, three panels: the sitter moved", many.over(ask.move_sitter, "dragged", FEW), "250 ms")
        row("four lights, three panels: settled, the key moved", many.over(ask.move_light, "settled", FEW), "1000 ms")
        row("adding the second light", tab.adding(2, FEW), "-")
        row("adding the eighth light", tab.adding(8, FEW), "the second's")
        for what, key, budget in (
            ("page opened to its first picture", "first", "1500 ms"),
            ("page opened to the fine picture", "settled", "-"),
        ):
            rows.append((what, f"{page[key]:.0f} ms", budget, f"{page[key] / 1000 * rate:.2f}"))
        during = f"{page['drag']:.0f} ms, {page['pictures']:.1f} pictures a second"
        rows.append(("drag in the browser on the same cores", during, "-", f"{page['drag'] / 1000 * rate:.2f}"))
        rows.append(("server's memory with the one-light set open, largest", f"{alone:.0f} MB", "600 MB", "-"))
        rows.append(
            ("server's memory after sets of one, four and eight lights", f"{ask.memory(server):.0f} MB", "-", "-")
        )
        rows.append(("`serve` to the address printed, kernels warm", f"{up * 1000:.0f} ms", "-", f"{up * rate:.2f}"))
    finally:
        server.stop()
    return rate, rows


TEXT = """# Benchmarks

Made by `make bench` on {date}, {cores} cores, ray rate in the same run {rate:.2f} million shadow rays a second
(one ray a call, all cores). The last column is the figure's worth in million rays at that
rate: it is what to compare between machines and runs, as the machine itself is noisy.

| what | figure | budget | million rays' worth |
|---|---|---|---|
{rows}

{notes}
"""


def main() -> None:
    rate, rows = measured()
    for what, figure, *_ in rows[-6:]:
        print(what, figure, sep=" | ")
    notes = OUT.read_text().partition("## What holds the rest back")[2] if OUT.exists() else ""
    lines = "\n".join("| " + " | ".join(row) + " |" for row in rows)
    OUT.write_text(
        TEXT.format(
            date=datetime.date.today(),
            cores=os.cpu_count(),
            rate=rate,
            rows=lines,
            notes=f"## What holds the rest back{notes.rstrip()}",
        )
    )


if __name__ == "__main__":
    main()
