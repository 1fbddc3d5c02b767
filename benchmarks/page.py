"""The Table place in the browser: weight by route, first paint, first ledger line, typing a rack, frames while things
move, what a page costs while it waits, and a phone whose processor is slowed four times.

Run by `./partita bench page`, as a test of Django's runner so that it has a server, a worker and a database of its own.
Loopback and headless Chromium without a graphics card, where every frame is painted by the processor: frames are a
floor. Prints the figures and keeps them in `benchmarks/results/page.json`.
"""

import json
import re
import statistics
import time
from itertools import pairwise
from pathlib import Path
from tempfile import TemporaryDirectory

from playwright.sync_api import Page, expect

from benchmarks.figures import keep, spread
from setup import demo
from tests.browser.shots import DESK, PHONE, from_menu, sign_in
from tests.browser.stage import BrowserCase

_RUNS, _PATHS = 5, 1000
_RACK = (
    "cue at 2, 1.5", "1 at 5, 1.2", "2 frozen to the far long rail at 3", "3 between the 1 and the 2",
    "4 in the jaws of the near side", "6 frozen to the 3 toward the foot rail",
    "7 half a diamond off the foot rail at 1", "8 a ball off the near long rail at 6.5", "9 on the foot spot",
)  # fmt: skip
_TRACED_S = 3.0
_CATALOGUES = Path(__file__).resolve().parents[1] / "web" / "src" / "words" / "text"
_SLOWER, _MOVES = 4, 60
_ROUTES = {
    "sign-in": "",
    "Table": "/",
    "Run-out": "/run-out",
    "Kicks": "/kicks",
    "Practice": "/practice",
    "Record": "/record",
    "Players": "/players",
}
# What can be pressed or typed into and is in the window; those that a thumb may miss.
_CONTROLS = """() => {
  const all = [...document.querySelectorAll('button, a[href], input, select, textarea, [role=combobox], [role=button]')]
  const sizes = all.map((one) => one.getBoundingClientRect()).filter(
    (box) => box.width && box.bottom > 0 && box.top < innerHeight && box.right > 0 && box.left < innerWidth)
  return [sizes.length, sizes.filter((box) => Math.min(box.width, box.height) < 43.5).length]
}"""
_WATCH = """
window.shifted = 0
new PerformanceObserver((list) => {
  for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.shifted += entry.value
}).observe({ type: 'layout-shift', buffered: true })
const look = () => document.querySelector("svg.table [data-ball='cue']")
  ? requestAnimationFrame(() => (window.tableAt = performance.now())) : requestAnimationFrame(look)
look()
"""


class ThePage(BrowserCase):
    """Figures only, no checks of them."""

    def test_print_and_keep_the_figures(self) -> None:
        """One after another, on the demo layout."""
        keep("page", {
            "runs": _RUNS, **self.opening(), "first_ledger_line_s": self.first_line(),
            "script_kB_gz": self.routes(), "words": self.sentences(), "a_slow_phone": self.slow_phone(),
            "waiting": self.waiting(), "typing_nine_places_s": self.typing(),
            "dragging_a_ball": self.dragging(), "playing_a_shot": self.playing(),
        })  # fmt: skip

    def opening(self) -> dict[str, object]:
        """First paint of the signed-in page with an empty cache, and all that came over the wire for it."""
        paints, weight, script = [], 0, 0
        for _ in range(_RUNS):
            context = self.browser.new_context(viewport=DESK, storage_state=self.page.context.storage_state())
            page = context.new_page()
            page.goto(self.address)
            expect(page.locator("svg.table [data-ball='cue']")).to_be_visible()
            entries = page.evaluate("""[
              performance.getEntriesByName('first-contentful-paint')[0].startTime,
              ...[...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
                .map((e) => [e.name, e.transferSize])]""")
            paints.append(entries[0] / 1000)
            weight = sum(size for _, size in entries[1:])
            script = sum(size for name, size in entries[1:] if name.endswith(".js"))
            context.close()
        return {
            "first_paint_s": spread(paints, 3),
            "page_kB": round(weight / 1000),
            "of_it_script_kB": round(script / 1000),
        }

    def routes(self) -> dict[str, float]:
        """Script that a route needs, packed as most servers do, nothing fetched ahead."""
        found = {}
        for name, path in _ROUTES.items():
            state = self.page.context.storage_state() if path else None
            context = self.browser.new_context(
                viewport=DESK,
                storage_state=state,
                extra_http_headers={"Accept-Encoding": "gzip"},
                service_workers="block",
            )
            context.add_init_script("window.requestIdleCallback = () => 0")
            page = context.new_page()
            page.goto(f"{self.address}{path}")
            page.get_by_role("button").first.wait_for()
            page.wait_for_load_state("networkidle")
            sizes = page.evaluate("""performance.getEntriesByType('resource')
              .filter((e) => e.name.endsWith('.js')).map((e) => e.encodedBodySize)""")
            found[name] = round(sum(sizes) / 1000, 1)
            context.close()
        return found

    def sentences(self) -> dict[str, float]:
        """Words a sentence in the catalogues of the page, and how many sentences have more than twenty."""
        lengths = []
        for catalogue in sorted(_CATALOGUES.glob("*.ts")):
            for quoted in re.findall(r"'((?:[^'\\\\]|\\\\.)*)'|`([^`]*)`", catalogue.read_text(encoding="utf-8")):
                told = re.sub(r"\$\{[^}]*\}", "some", "".join(quoted))
                lengths += [len(one.split()) for one in re.findall(r"[^.?!]+[.?!](?=\s|$)", told)]
        whole = [length for length in lengths if length > 3]
        return {
            "sentences": len(whole),
            "words_a_sentence": round(statistics.mean(whole), 1),
            "over_20_words": sum(length > 20 for length in whole),
        }

    def slow_phone(self) -> dict[str, object]:
        """A phone's window, its processor slowed; the second visit, as most are."""
        paints, tables, shifts = [], [], []
        context = self.browser.new_context(
            viewport=PHONE, is_mobile=True, has_touch=True, storage_state=self.page.context.storage_state()
        )
        self.addCleanup(context.close)
        context.add_init_script(_WATCH)
        for visit in range(_RUNS + 1):
            page = context.new_page()
            glass = context.new_cdp_session(page)
            glass.send("Emulation.setCPUThrottlingRate", {"rate": _SLOWER})
            page.goto(self.address)
            page.wait_for_function("() => window.tableAt")
            page.wait_for_timeout(1500)
            paint, table, shift = page.evaluate(
                "[performance.getEntriesByName('first-contentful-paint')[0].startTime, window.tableAt, window.shifted]"
            )
            if visit:
                paints, tables, shifts = [*paints, paint / 1000], [*tables, table / 1000], [*shifts, shift]
            if visit < _RUNS:
                page.close()
        before, small = page.evaluate(_CONTROLS)
        moved = self.moved(page)
        page.get_by_role("button", name="Weigh").tap()
        expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=120_000)
        return {
            "slower": _SLOWER, "first_paint_s": spread(paints, 2), "table_s": spread(tables, 2),
            "layout_shift": spread(shifts, 3), "main_thread_ms_a_move": moved,
            "controls": before, "too_small_for_a_thumb": small, "controls_with_an_answer": page.evaluate(_CONTROLS)[0],
            "controls_on_the_desk": self.page.evaluate(_CONTROLS)[0],
        }  # fmt: skip

    def moved(self, page: Page) -> float:
        """Main thread, ms, of each move of a ball, slowed."""
        glass = page.context.new_cdp_session(page)
        glass.send("Performance.enable")

        def busy() -> float:
            found = {one["name"]: one["value"] for one in glass.send("Performance.getMetrics")["metrics"]}
            return float(found["TaskDuration"])

        ball = page.locator("svg.table [data-ball='9']")
        ball.scroll_into_view_if_needed()
        box = ball.bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2

        def touch(kind: str, *at: tuple[float, float]) -> None:
            points = [{"x": across, "y": down} for across, down in at]
            glass.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

        touch("touchStart", (x, y))
        started = busy()
        for step in range(_MOVES):
            touch("touchMove", (x + step % 30, y + step % 20))
        spent = busy() - started
        touch("touchEnd")
        return round(1000 * spent / _MOVES, 1)

    def waiting(self) -> dict[str, object]:
        """Until a rack has settled, for a page that is open and for a client that only asks; in turn."""
        page, ratios, shown, bare = self.open_page(), [], [], []
        for seed in range(1, _RUNS + 1):
            page.goto(self.address)
            with page.expect_response(re.compile("/api/racks")):
                page.get_by_role("button", name="New break").click()
            page.wait_for_timeout(500)
            with page.expect_request("**/api/studies") as asked:
                started = time.perf_counter()
                page.get_by_role("button", name="Weigh").click()
                expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)
            shown.append(time.perf_counter() - started)
            headers, body = asked.value.headers, asked.value.post_data_json
            page.get_by_role("button", name="Stop").first.click()
            page.goto("about:blank")
            started = time.perf_counter()
            body["seed"] = 100 + seed
            study = page.request.post(f"{self.address}/api/studies", data=body, headers=headers).json()
            while not (study.get("document") or {}).get("settled"):
                page.wait_for_timeout(150)
                study = page.request.get(f"{self.address}/api/studies/{study['id']}").json()
            bare.append(time.perf_counter() - started)
            page.request.post(f"{self.address}/api/studies/{study['id']}/stop", headers=headers)
            ratios.append(shown[-1] / bare[-1])
        page.context.close()
        return {"page_s": spread(shown, 2), "bare_s": spread(bare, 2), "ratio": spread(ratios, 2)}

    def first_line(self) -> dict[str, float]:
        """From pressing Weigh to the first line of the ledger, a fresh page each time."""
        seconds = []
        for _ in range(_RUNS):
            page = self.open_page()
            started = time.perf_counter()
            page.get_by_role("button", name="Weigh").click()
            page.get_by_label("Ledger of shots").locator("ol li").first.wait_for()
            seconds.append(time.perf_counter() - started)
            expect(page.get_by_text(re.compile("settled in"))).to_be_visible(timeout=60_000)
            page.close()
        return spread(seconds, 2)

    def typing(self) -> float:
        """Nine places typed key by key, without a player's pauses, each accepted before the next."""
        page = self.page
        from_menu(page, "Clear")
        started = time.perf_counter()
        field = page.get_by_label("Place a ball by typing")
        for phrase in _RACK:
            field.press_sequentially(phrase)
            field.press("Enter")
            expect(field).to_have_value("")
        seconds = time.perf_counter() - started
        self.assertEqual(page.locator("svg.table [data-ball]").count(), len(_RACK))
        return round(seconds, 2)

    def dragging(self) -> dict[str, object]:
        """A ball dragged in a circle with a weighed shot on the table."""
        page = self.many_paths()
        box = page.locator("svg.table [data-ball='9']").bounding_box()
        assert box is not None
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        page.mouse.move(x, y)
        page.mouse.down()
        # A move for every frame, sent within the page: through the driver each would wait for the one before it.
        page.evaluate(
            """([x, y]) => {
              const table = document.querySelector('svg.table')
              let step = 0
              const move = () => {
                step += 1
                const at = { clientX: x + (step % 90), clientY: y + (Math.floor(step / 3) % 60), bubbles: true }
                table.dispatchEvent(new PointerEvent('pointermove', at))
                requestAnimationFrame(move)
              }
              move()
            }""",
            [x, y],
        )
        return self.frames(page, _TRACED_S)

    def playing(self) -> dict[str, object]:
        """The shot played in time above a canvas of a thousand executions."""
        page = self.many_paths(reduced=False)
        seconds = float(page.get_by_label("Time of the shot").get_attribute("max") or 0)
        paths = int(page.locator("canvas.dense").get_attribute("data-strokes") or 0)
        page.get_by_role("button", name="Play", exact=True).click()
        return {"paths": paths} | self.frames(page, min(_TRACED_S, seconds - 0.6))

    def many_paths(self, reduced: bool = True) -> Page:
        """The demo layout weighed, its best line drawn with a thousand executions."""
        context = self.browser.new_context(viewport=DESK, reduced_motion="reduce" if reduced else "no-preference")
        self.addCleanup(context.close)
        page = context.new_page()
        page.route("**/drawing", lambda route: route.continue_(url=f"{route.request.url}?fan={_PATHS}"))
        sign_in(page, self.address, demo.USER, demo.PASSWORD)
        page.get_by_role("button", name="Weigh").click()
        expect(page.get_by_role("button", name="Refine")).to_be_visible(timeout=60_000)
        page.wait_for_load_state("networkidle")
        page.wait_for_timeout(1500)
        return page

    def frames(self, page: Page, seconds: float) -> dict[str, object]:
        """Frames in the browser's trace while something moves: how many a second, and how long the page's work took."""
        with TemporaryDirectory() as folder:
            file = Path(folder) / "trace.json"
            categories = ["devtools.timeline", "disabled-by-default-devtools.timeline.frame"]
            self.browser.start_tracing(page=page, path=file, categories=categories)
            page.wait_for_timeout(1000 * seconds)
            self.browser.stop_tracing()
            # Frames of another page would be counted with the next one's.
            page.context.close()
            events = json.loads(file.read_text())["traceEvents"]
        drawn = sorted(event["ts"] / 1000 for event in events if event["name"] == "DrawFrame")
        gaps = [later - earlier for earlier, later in pairwise(drawn)]

        def lengths(*names: str) -> list[float]:
            found = [event["dur"] / 1000 for event in events if event["name"] in names and "dur" in event]
            return found or [0.0]

        script = lengths("FireAnimationFrame", "EventDispatch")
        return {
            "frames_a_second": round(1000 * len(gaps) / sum(gaps), 1),
            "gap_ms": {"median": round(statistics.median(gaps), 1), "longest": round(max(gaps), 1)},
            "gaps_over_two_frames": sum(gap > 34 for gap in gaps),
            "script_ms": {"median": round(statistics.median(script), 2), "longest": round(max(script), 1)},
        }
