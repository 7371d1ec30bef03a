"""make bench: measures, prints, and writes docs/benchmarks.md."""

import datetime
import os
import time
from pathlib import Path

from tests.browser.page import FULL, Server

from . import requests as ask
from .page import page_times
from .pattern import reading_time
from .rays import ray_rate

OUT = Path(__file__).parents[1] / "docs/benchmarks.md"
RUNS, FEW = 60, 12
WARM = 5  # s until somebody has opened a browser; the server computes the last set meanwhile


BUDGET_RATE = 8.0  # million rays a second on the machine of light-model's budgets

Row = tuple[str, str, str, str, str]


def _worth(milliseconds: float, rate: float) -> str:
    return f"{milliseconds / 1000 * rate:.2f}"


def measured() -> tuple[float, list[Row]]:
    """The ray rate, and rows of what, figure, budget, and both in million rays' worth."""
    rate, rows = ray_rate(), []

    def timing(what: str, milliseconds: float, figure: str, budget: int | None, p95: bool = False) -> None:
        allowed = "-" if budget is None else f"{'p95 ' if p95 else ''}{budget} ms"
        worth = "-" if budget is None else _worth(budget, BUDGET_RATE)
        rows.append((what, figure, allowed, _worth(milliseconds, rate), worth))
        print(*rows[-1], sep=" | ", flush=True)

    def row(what: str, timed: ask.Timed, budget: int | None, p95: bool = False) -> None:
        figure = f"{timed.median:.0f} ms, p95 {timed.p95:.0f} ms"
        timing(what, timed.p95 if p95 else timed.median, figure, budget, p95)

    start = time.perf_counter()
    server = Server(FULL)
    up = time.perf_counter() - start
    try:
        time.sleep(WARM)
        page = page_times(server)
        time.sleep(WARM)  # what is found in the closed page's set is still being worked out
        tab = ask.Requests(server)
        row("drag a light, 320 x 400, whole request", tab.over(ask.move_light, "dragged", RUNS), 80, True)
        row("output, 320 x 400", tab.over(ask.change_output, "dragged", RUNS), 30)
        row("aperture, 320 x 400", tab.over(ask.change_aperture, "dragged", RUNS), 30)
        row("a moved thing's drawing", tab.moves(RUNS), None)
        row("the sitter moved, 320 x 400 with bounce", tab.over(ask.move_sitter, "dragged", FEW), 250)
        row("the head turned, 320 x 400 with bounce", tab.over(ask.turn_head, "dragged", FEW), 250)
        row("settled picture 640 x 800, a light moved", tab.over(ask.move_light, "settled", FEW), 1000)
        row("settled picture 640 x 800, output", tab.over(ask.change_output, "settled", FEW), None)
        row("settled picture 640 x 800, the head turned", tab.over(ask.turn_head, "settled", FEW), None)
        timing("pattern reading, one light, in the picture's process", (read := reading_time()), f"{read:.1f} ms", 15)
        row("pattern dial, the key moved", tab.key("dial", FEW), 800)
        row("eight faces, the key moved", tab.key("tries", FEW), 2000)
        row("advice to split, the key moved", tab.key("advice", FEW, target="split"), 1000)
        row("both eyes, the key moved", tab.key("eyes", FEW), None)
        alone = ask.memory(server)
        many = ask.Requests(server, 4, "many")
        row("four lights, three panels: drag the key", many.over(ask.move_light, "dragged", RUNS), 80, True)
        row("four lights, three panels: output", many.over(ask.change_output, "dragged", RUNS), 30)
        row("four lights, three panels: drag a panel", many.over(ask.move_panel, "dragged", FEW), 250)
        row("four lights, three panels: the sitter moved", many.over(ask.move_sitter, "dragged", FEW), 250)
        row("four lights, three panels: settled, the key moved", many.over(ask.move_light, "settled", FEW), 1000)
        row("adding the second light", tab.adding(2, FEW), None)
        row("adding the eighth light", tab.adding(8, FEW), None)
        timing("page opened to its first picture", page["first"], f"{page['first']:.0f} ms", 1500)
        timing("page opened to the fine picture", page["settled"], f"{page['settled']:.0f} ms", None)
        during = f"{page['drag']:.0f} ms, {page['pictures']:.1f} pictures a second"
        timing("drag in the browser on the same cores", page["drag"], during, None)
        timing("`serve` to the address printed, kernels warm", up * 1000, f"{up * 1000:.0f} ms", None)
        for what, held, budget in (
            ("server's memory with the one-light set open, largest", alone, "600 MB"),
            ("server's memory after sets of one, four and eight lights", ask.memory(server), "-"),
        ):
            rows.append((what, f"{held:.0f} MB", budget, "-", "-"))
            print(*rows[-1], sep=" | ", flush=True)
    finally:
        server.stop()
    return rate, rows


TEXT = """# Benchmarks

Made by `make bench` on {date}, {cores} cores, ray rate in the same run {rate:.2f} million shadow rays a second, by the
method that measured 8 million on the machine of light-model's budgets. The machine is noisy and slower than that one,
so each figure is also given as its worth in million rays: time x this run's rate, against budget x 8. Compare those
between machines and runs.

| what | figure | budget | figure, million rays | budget, million rays |
|---|---|---|---|---|
{rows}

{notes}
"""


def main() -> None:
    rate, rows = measured()
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
