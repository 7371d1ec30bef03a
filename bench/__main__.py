"""make bench: measures, prints, and writes docs/benchmarks.md."""

import datetime
import os
import statistics
import subprocess
import sys
import time
from pathlib import Path

from tests.browser.page import DEMO, FULL, Server

from . import log
from . import requests as ask
from .page import page_times, practice_times
from .pattern import reading_time
from .rays import ray_rate

OUT = Path(__file__).parents[1] / "docs/benchmarks.md"
PROGRAM = (sys.executable, "-m", "deep_amber.cli")
RUNS, FEW, WISHES = 60, 12, 5
LOG_PAGE, A_MINUTE = 100, 100  # [ms]; pictures
STEADY = 4 / 3  # times the least ray rate of a run that its greatest may be
WARM = 5  # s until somebody has opened a browser; the server computes the last set meanwhile


Row = tuple[str, str, str, str, str]


def metered() -> float:
    """Seconds of the command line's meter, as a user waits for it; median of three."""
    took = []
    for _ in range(3):
        start = time.perf_counter()
        subprocess.run([*PROGRAM, "meter", str(DEMO / "1-nadia-soft.json")], check=True, capture_output=True)
        took.append(time.perf_counter() - start)
    return statistics.median(took)


def measured() -> tuple[list[float], list[Row]]:
    """The ray rates, and rows of what, figure, budget, and both in million rays' worth.

    The machine's speed goes up and down by a third within a minute: the rate is measured anew beside every figure, and a
    figure is set against the mean of the rates before and after it.
    """
    rates, rows = [ray_rate()], []

    def timing(what: str, milliseconds: float, figure: str, budget: float | None) -> None:
        rates.append(ray_rate())
        worth = milliseconds / 1000 * statistics.mean(rates[-2:])
        held = "" if budget is None else "yes" if worth <= budget else "no"
        rows.append((what, figure, f"{worth:.2f}", "-" if budget is None else f"{budget:g}", held))
        print(*rows[-1], sep=" | ", flush=True)

    def row(what: str, timed: ask.Timed, budget: float | None, p95: bool = False) -> None:
        timing(what, timed.p95 if p95 else timed.median, f"{timed.median:.0f} ms, p95 {timed.p95:.0f} ms", budget)

    def seconds(what: str, took: float, budget: float) -> None:
        rows.append((what, f"{took:.1f} s", "-", f"{budget:g} s", "yes" if took <= budget else "no"))
        print(*rows[-1], sep=" | ", flush=True)

    start = time.perf_counter()
    server = Server(FULL, quick=False)
    up = time.perf_counter() - start
    try:
        time.sleep(WARM)
        page = page_times(server)
        time.sleep(WARM)  # what is found in the closed page's set is still being worked out
        tab = ask.Requests(server)
        row("drag a light, 320 x 400, whole request", tab.over(ask.move_light, "dragged", RUNS), 0.18, p95=True)
        row("output, 320 x 400", tab.over(ask.change_output, "dragged", RUNS), None)
        row("aperture, 320 x 400", tab.over(ask.change_aperture, "dragged", RUNS), None)
        row("a moved thing's drawing", tab.moves(RUNS), None)
        row("the sitter moved, 320 x 400 with bounce", tab.over(ask.move_sitter, "dragged", FEW), 0.5)
        row("the head turned, 320 x 400 with bounce", tab.over(ask.turn_head, "dragged", FEW), 0.7)
        row("settled picture 640 x 800, a light moved", tab.over(ask.move_light, "settled", FEW), 1.8)
        row("settled picture 640 x 800, output", tab.over(ask.change_output, "settled", FEW), None)
        row("settled picture 640 x 800, the head turned", tab.over(ask.turn_head, "settled", FEW), 4.0)
        timing("pattern reading, one light, in the picture's process", (read := reading_time()), f"{read:.1f} ms", None)
        row("pattern dial, the key moved", tab.key("dial", FEW), 1.4)
        row("eight faces, the key moved", tab.key("tries", FEW), None)
        row("advice to split, the key moved", tab.key("advice", FEW, target="split"), None)
        row("both eyes, the key moved", tab.key("eyes", FEW), None)
        alone = ask.memory(server)
        many = ask.Requests(server, 4, "many")
        row("four lights, three panels: drag the key", many.over(ask.move_light, "dragged", RUNS), 0.25, p95=True)
        row("four lights, three panels: output", many.over(ask.change_output, "dragged", RUNS), None)
        row("four lights, three panels: drag a panel", many.over(ask.move_panel, "dragged", FEW), None)
        row("four lights, three panels: the sitter moved", many.over(ask.move_sitter, "dragged", FEW), None)
        row("four lights, three panels: settled, the key moved", many.over(ask.move_light, "settled", FEW), None)
        for surface, text in (("backdrop_middle", "0"), ("ratio", "5")):
            first, whole = many.wish(surface, text, WISHES)
            row(f"four lights, a wish ({surface} {text}): first answers", first, 0.4)
            row(f"four lights, a wish ({surface} {text}): all of them", whole, 6.0)
        first, whole = many.plan(WISHES)
        row("four lights, a plan: first suggestions", first, 3.0)
        row("four lights, a plan: whole", whole, 15.0)
        row("one arrangement fitted, with its picture", many.arrangement(FEW), 0.9)
        task, marked = tab.practice(FEW)
        row("practice: a picture made, 480 x 600", task, None)
        ahead = ask.timed(practice_times(server, WISHES))
        row("practice: the next picture on the page, after a look of 6 s", ahead, 4.5)
        row("practice: an answer marked", marked, 0.9)
        row("four lights: the meter pulled", many.meter(RUNS), 0.16)
        row("four lights: the frame without flash, 640 x 800", many.without_flash(FEW), 4.0)
        row("four lights: the spot under the pointer, 640 x 800", many.spot(RUNS), None)
        row("adding the second light", tab.adding(2, FEW), None)
        row("adding the eighth light", tab.adding(8, FEW), None)
        timing("page opened to its first picture", page["first"], f"{page['first']:.0f} ms", 4.0)
        timing("page opened to the fine picture", page["settled"], f"{page['settled']:.0f} ms", 9.0)
        during = f"{page['drag']:.0f} ms, {page['pictures']:.1f} pictures a second"
        timing("drag in the browser on the same cores", page["drag"], during, None)
        seconds("`serve` to the address printed, kernels warm", up, 3.0)
        seconds("`deep-amber meter`, median of three", metered(), 2.0)
        for what, held, budget in (
            ("server's memory with the one-light set open, largest", alone, 500),
            ("server's memory after sets of one, four and eight lights", ask.memory(server), 600),
        ):
            rows.append((what, f"{held:.0f} MB", "-", f"{budget} MB", "yes" if held <= budget else "no"))
            print(*rows[-1], sep=" | ", flush=True)
        log_rows(server, rows)
    finally:
        server.stop()
    return rates, rows


def log_rows(server: Server, rows: list[Row]) -> None:
    """The log with a hundred thousand lines: first pages against 100 ms, and pictures brought in against 100 a minute."""
    sitting = log.fill(server)
    for what, query in (
        ("first page", ""),
        ("of one sitting", f"sitting_id={sitting}"),
        ("two words that few lines have", "words=octa+four"),
        ("a word that none has", "words=nothing"),
        ("kept, with four stars", "kept=yes&stars=4"),
    ):
        timed = log.page(server, query, FEW)
        held = "yes" if timed.median <= LOG_PAGE else "no"
        rows.append(
            (
                f"log of 100,000 lines: {what}",
                f"{timed.median:.0f} ms, p95 {timed.p95:.0f} ms",
                "-",
                f"{LOG_PAGE} ms",
                held,
            )
        )
        print(*rows[-1], sep=" | ", flush=True)
    rate = log.brought_in(server)
    held = "yes" if rate >= A_MINUTE else "no"
    rows.append(("pictures of 24 million pixels brought in", f"{rate:.0f} a minute", "-", f"{A_MINUTE} a minute", held))
    print(*rows[-1], sep=" | ", flush=True)


TEXT = """# Benchmarks

Made by `make bench` on {date}, {cores} cores, ray rate in the same run {low:.2f} to {high:.2f} million shadow rays a second.
Machines differ and are noisy, so budgets are stated as worth in million rays: time x the rate measured just before and
after, of drags at the 95th percentile, of the others at the median. Compare those between machines and runs.

| what | figure | worth, million rays | budget, million rays or as said | held |
|---|---|---|---|---|
{rows}

{notes}
"""


def unsteady(rates: list[float]) -> str:
    """Why a run is worth nothing: the machine's speed moved by more than STEADY in it; empty where it did not."""
    if max(rates) <= STEADY * min(rates):
        return ""
    return (
        f"The ray rate went from {min(rates):.2f} to {max(rates):.2f} million a second in this run, more than a third: "
        f"something else works beside it. {OUT.name} is left as it was."
    )


def main() -> None:
    rates, rows = measured()
    if said := unsteady(rates):
        sys.exit(said)
    notes = OUT.read_text().partition("## What holds the rest back")[2] if OUT.exists() else ""
    lines = "\n".join("| " + " | ".join(row) + " |" for row in rows)
    OUT.write_text(
        TEXT.format(
            date=datetime.date.today(),
            cores=os.cpu_count(),
            low=min(rates),
            high=max(rates),
            rows=lines,
            notes=f"## What holds the rest back{notes.rstrip()}",
        )
    )


if __name__ == "__main__":
    main()
