"""Measures how fast and how right Rock Pin answers: all of it, or the parts that are named.

Times are milliseconds and ratios within this run.

The ratio's reference is a plain loop of the interpreter, timed in the same run on the same machine: it moves with the
machine, so the ratio is what to compare between runs. For the drag it is the smallest question the server answers.
"""

import gzip
import json
import re
import sys
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path

from bench.advice import measure_sixty, try_advice
from bench.asking import measure_asking, measure_home
from bench.at_the_wall import measure_ways_on
from bench.browser import demo_in_browser
from bench.candidates import measure_candidates
from bench.fit import measure_fit
from bench.framing import try_framing
from bench.hidden import measure_map, try_hidden
from bench.identification import calibration
from bench.ordinary import measure_ordinary
from bench.photo import measure_photo
from bench.placement import measure_placement
from bench.plans import measure_drag_plans, measure_many_holes, measure_plans, measure_start
from bench.practice import measure_practice
from bench.timing import quantile, reference_ms
from rockpin.catalogue import load_catalogue
from rockpin.demo import demo_documents

WEB = Path(__file__).parent.parent / "src" / "rockpin" / "web" / "assets"


_DRAG = """
async ([x, y, count]) => {
  // the mark of a hole is redrawn in another shape when its verdict changes; the fixture stays
  const target = document.elementFromPoint(x, y).closest("[role=application]");
  const fire = (type, dx) => target.dispatchEvent(new PointerEvent(type, {
    bubbles: true, pointerId: 1, clientX: x + dx, clientY: y, isPrimary: true, button: 0,
    buttons: type === "pointerup" ? 0 : 1,
  }));
  Element.prototype.setPointerCapture = () => {};
  const drawn = () => new Promise((done, fail) => {
    setTimeout(() => fail(new Error("no answer to the drag in five seconds")), 5000);
    new PerformanceObserver((list, observer) => {
      observer.disconnect();
      requestAnimationFrame(() => setTimeout(done, 0));
    }).observe({ type: "mark" });
  });
  const answers = [];
  fire("pointerdown", 0);
  // a small first move may still be a tap
  const begun = drawn();
  fire("pointermove", 20);
  await begun;
  for (let step = 1; step <= count; step += 1) {
    const wait = drawn();
    const start = performance.now();
    fire("pointermove", (step % 2 ? 1 : 2) * (1 + (step % 9)));
    await wait;
    answers.push(performance.now() - start);
  }
  const least = [];
  for (let step = 0; step < count; step += 1) {
    const start = performance.now();
    await (await fetch("/api/quantity", {
      method: "POST", headers: { "content-type": "application/json", "x-rock-pin": "bench" },
      body: '{"text":"1","kind":"length"}',
    })).json();
    least.push(performance.now() - start);
  }
  return [answers, least];
}
"""


def measure_drag() -> None:
    """From a move of the finger to the next picture with the new plan in it."""
    print(f"\n{'drag to answer':<22}{'p50 ms':>8}{'p95 ms':>8}{'p50 in least':>14}{'p95 in least':>14}")
    with demo_in_browser() as (browser, address):
        for document in demo_documents():
            if document.placement.second_wall_id:
                # what stands in a corner goes up and down alone
                continue
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(f"{address}/jobs/{document.id}/set-out")
            hole = page.get_by_role("button", name="Hole 1,").first.bounding_box()
            assert hole is not None
            spot = [hole["x"] + hole["width"] - 14, hole["y"] + hole["height"] / 2, 80]
            answers, least = page.evaluate(_DRAG, spot)
            reference = quantile(least, 0.5)
            p50, p95 = quantile(answers, 0.5), quantile(answers, 0.95)
            print(f"{document.id:<22}{p50:>8.1f}{p95:>8.1f}{p50 / reference:>14.1f}{p95 / reference:>14.1f}")
            page.close()


def measure_change() -> None:
    """From a point that is moved to the whole answer with its zones, and to the picture of the risk."""
    print(f"{'change of a point':<22}{'p50 ms':>8}{'p95 ms':>8}{'p50 in loops':>14}{'p95 in loops':>14}")
    loop = reference_ms()
    with demo_in_browser() as (_, address):

        def ask(method: str, path: str, body: object = None) -> bytes:
            data = None if body is None else json.dumps(body).encode()
            question = urllib.request.Request(
                address + path, data, {"content-type": "application/json", "x-rock-pin": "1"}, method=method
            )
            with urllib.request.urlopen(question) as answer:
                return bytes(answer.read())

        for document in demo_documents():
            path = f"/api/jobs/{document.id}"
            state = json.loads(ask("GET", path))
            if not state["wall"]["wall"]["points"]:
                continue
            saved, drawn = [], []
            for step in range(40):
                wall = state["wall"]["wall"]
                wall["points"][0]["x_mm"] += 7 if step % 2 else -7
                body = {"revision": state["wall"]["revision"], "summary": "point moved", "wall": wall}
                start = time.perf_counter()
                state = json.loads(ask("PUT", f"{path}/wall", body))
                saved.append((time.perf_counter() - start) * 1000)
                start = time.perf_counter()
                ask("GET", f"{path}/risk.png?reach_mm=50")
                drawn.append((time.perf_counter() - start) * 1000)
            for name, found in ((document.id, saved), ("  its risk picture", drawn)):
                p50, p95 = quantile(found, 0.5), quantile(found, 0.95)
                print(f"{name:<22}{p50:>8.1f}{p95:>8.1f}{p50 / loop:>14.1f}{p95 / loop:>14.1f}")


def _fetched_first() -> set[Path]:
    """The scripts that the first page asks for, with all that those import from the start."""
    left = re.findall(r'assets/([^"]+\.js)"', (WEB.parent / "index.html").read_text())
    found: set[Path] = set()
    while left:
        path = WEB / left.pop()
        if path not in found:
            found.add(path)
            left += re.findall(r'(?:from|import)\s*"\./([^"]+\.js)"', path.read_text())
    return found


def measure_screen() -> None:
    """What the browser has to fetch: for the first page, and for all of them."""
    first, scripts, styles = _fetched_first(), sorted(WEB.glob("*.js")), sorted(WEB.glob("*.css"))
    print()
    for name, paths in (("scripts of the first page", first), ("all scripts", scripts), ("styles", styles)):
        print(f"{name:<28}{sum(len(gzip.compress(path.read_bytes())) for path in paths) / 1000:8.1f} kB gzipped")


PARTS: dict[str, Callable[[], None]] = {
    "plans": measure_plans,
    "drag-plan": measure_drag_plans,
    "many-holes": measure_many_holes,
    "start": measure_start,
    "candidates": measure_candidates,
    "identification": lambda: calibration(6000, 1, load_catalogue()),
    "advice": lambda: try_advice(600, 3, load_catalogue()),
    "framing": lambda: try_framing(2000, 2, load_catalogue()),
    "ordinary": measure_ordinary,
    "sixty": lambda: measure_sixty(load_catalogue()),
    "hidden": lambda: try_hidden(10_000, 4, load_catalogue()),
    "fit": measure_fit,
    "placement": measure_placement,
    "photo": measure_photo,
    "practice": measure_practice,
    "ways-on": measure_ways_on,
    "asking": measure_asking,
    "home": measure_home,
    "map": lambda: measure_map(load_catalogue()),
    "drag": measure_drag,
    "change": measure_change,
    "screen": measure_screen,
}


def main(wanted: list[str]) -> None:
    unknown = [name for name in wanted if name not in PARTS]
    if unknown:
        sys.exit(f"There is no measurement “{unknown[0]}”; there are {', '.join(PARTS)}.")
    for name in wanted or PARTS:
        print(f"\n{name}", flush=True)
        PARTS[name]()


if __name__ == "__main__":
    main(sys.argv[1:])
