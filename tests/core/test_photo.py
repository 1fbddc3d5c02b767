"""Photos: the lens, the presses, the outline, balls, names, and what is refused."""

import io
import json
import struct
import subprocess
import sys
import tempfile
import unittest
import zlib
from dataclasses import replace
from functools import cache
from pathlib import Path

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from numpy.typing import NDArray
from PIL import Image, ImageDraw
from scipy.ndimage import gaussian_filter1d, map_coordinates
from scipy.optimize import linear_sum_assignment
from scipy.spatial.transform import Rotation

from benchmarks.photo import compared, layout_for
from partita.camera.paints import HELD_OUT, TRAINING
from partita.camera.photograph import Photograph, photograph
from partita.errors import Refused
from partita.files.layout_file import parse
from partita.games import game_named
from partita.photo.apart import apart
from partita.photo.blur import blur_of
from partita.photo.edges import FAR_NOSE, edges_of
from partita.photo.guess import guessed
from partita.photo.lens import COLUMNS, FOCAL, MIDDLE, SHIFT, TURN, on_plane, place_of, seen, turns, vector_of
from partita.photo.names import Learned, assigned, named, shipped
from partita.photo.picture import read_picture
from partita.photo.pose import in_order
from partita.photo.reading import Reading, balls_in, read_photo
from partita.photo.rims import rims
from partita.photo.sampled import sampled
from partita.table.layout import Layout, problems_of
from tests.core.layouts import TABLE

Floats = NDArray[np.float64]
SEED = 36
# Whose upper side is white or yellow, whichever way they lie.
BRIGHT = ("cue", "1", "9", "10", "11", "12", "13", "14", "15")


@cache
def photo() -> Photograph:
    """One picture for all tests, in paints that names were not learned from."""
    return photograph(layout_for("plain", SEED), "plain", SEED, HELD_OUT)


@cache
def reading() -> Reading:
    off = np.random.default_rng(SEED).normal(0.0, 10.0, (6, 2))
    return read_photo(read_picture(photo().jpeg), TABLE, "eight-ball", photo().pockets + off)


def bare() -> tuple[Floats, float]:
    """A place on the cloth with nothing near, and how much of its sRGB value a shadow leaves."""
    net = np.stack(np.meshgrid(np.linspace(0.3, 2.2, 20), np.linspace(0.2, 1.0, 9)), axis=-1).reshape(-1, 2)
    balls = np.array([ball.place for ball in reading().balls])
    far = np.sqrt(((net[:, None] - balls) ** 2).sum(axis=2)).min(axis=1)
    return net[int(np.argmax(far))], 0.6


def as_file(picture: Image.Image, kind: str = "JPEG", **how: object) -> bytes:
    file = io.BytesIO()
    picture.save(file, kind, **how)
    return file.getvalue()


class Lens(unittest.TestCase):
    @given(st.lists(st.floats(-3, 3), min_size=3, max_size=3))
    def test_turns_are_those_of_the_reference_library_and_come_back(self, vector: list[float]) -> None:
        # Source: scipy.spatial.transform.Rotation.
        turn = turns(np.array(vector))
        np.testing.assert_allclose(turn, Rotation.from_rotvec(vector).as_matrix(), atol=1e-9)
        np.testing.assert_allclose(turns(vector_of(turn)), turn, atol=1e-6)

    def test_what_a_pixel_looks_at_is_seen_in_that_pixel(self) -> None:
        camera = np.zeros(COLUMNS)
        camera[TURN] = vector_of(np.array([[0.0, -1.0, 0.0], [-0.5, 0.0, -0.866], [0.866, 0.0, -0.5]]))
        camera[SHIFT], camera[FOCAL], camera[MIDDLE], camera[9] = (0.6, 0.4, 2.2), np.log(1200.0), (800, 600), -0.04
        places = np.array([[0.4, 0.2], [1.2, 0.7], [2.4, 1.2]])
        pixels = seen(camera, np.column_stack([places, np.full(3, 0.03)]))
        np.testing.assert_allclose(on_plane(camera, pixels, 0.03), places, atol=1e-6)
        np.testing.assert_allclose(turns(camera[TURN]) @ place_of(camera) + camera[SHIFT], 0.0, atol=1e-9)


class Sharpness(unittest.TestCase):
    def test_between_pixels_light_is_the_reference_librarys_and_outside_that_of_the_border(self) -> None:
        # Source: scipy.ndimage.map_coordinates, order 1.
        rng = np.random.default_rng(1)
        field, pixels = rng.random((30, 40, 3)).astype(np.float32), rng.uniform((0, 0), (38.9, 28.9), (50, 2))
        expected = [map_coordinates(field[..., k], pixels.T[::-1], order=1) for k in range(3)]
        np.testing.assert_allclose(sampled(field, pixels), np.transpose(expected), atol=1e-5)
        np.testing.assert_allclose(
            sampled(field, np.array([[np.nan, 90.0], [-7.0, 4.0]])), [field[29, 39], field[4, 0]], atol=2e-3
        )

    def test_light_spread_one_way_is_told_as_far_as_the_reference_library_spread_it(self) -> None:
        # Source: scipy.ndimage.gaussian_filter1d; variances of spreads one after the other add up.
        picture, camera = read_picture(photo().jpeg), reading().outline.camera
        spread = replace(picture, luma=gaussian_filter1d(picture.luma, 1.3, axis=1))
        before, after = blur_of(picture, TABLE, camera), blur_of(spread, TABLE, camera)
        np.testing.assert_allclose(after, [np.hypot(before[0], 1.3), before[1]], atol=0.25)

    def test_edges_are_drawn_where_the_table_has_them_to_a_third_of_a_pixel(self) -> None:
        camera, edges = reading().outline.camera, edges_of(TABLE)
        points, noses = edges.points[~edges.is_border], edges.kinds(camera)[~edges.is_border]
        turned = points * (-1, -1, 1) + (TABLE.length_m, TABLE.width_m, 0.0)
        pixels = seen(camera, points)
        off = min((np.abs(photo().eye.pixels(way) - pixels)[noses == FAR_NOSE] for way in (points, turned)), key=np.sum)
        self.assertGreater(len(off), 40)
        self.assertLess(np.median(off[:, 1]), 0.3)


class Presses(unittest.TestCase):
    def test_side_pockets_are_told_from_corners_in_whatever_order_they_were_pressed(self) -> None:
        presses, rng = photo().pockets, np.random.default_rng(1)
        ways = {tuple(in_order(TABLE, presses[rng.permutation(6)]).round(3).ravel()) for _ in range(20)}
        self.assertEqual(len(ways), 1)
        ends = [np.array(ways.pop()).reshape(6, 2)]
        self.assertTrue(any(np.allclose(one, ends[0], atol=0.01) for one in (presses, presses[::-1])))

    def test_presses_that_are_no_table_are_refused_in_words(self) -> None:
        picture = read_picture(photo().jpeg)
        line = np.column_stack([np.linspace(100, 1500, 6), np.full(6, 600.0)])
        scattered = np.array([[100, 100], [1500, 120], [800, 600], [820, 640], [300, 1100], [1200, 90]], dtype=float)
        for presses, words in (
            (line, "table|line"), (scattered, "no table"), (photo().pockets[:5], "there are 5"),
            (photo().pockets[[0, 0, 2, 3, 4, 5]], "at one place"), (photo().pockets + 3000.0, "outside the picture"),
        ):  # fmt: skip
            with self.subTest(words=words), self.assertRaisesRegex(Refused, words):
                read_photo(picture, TABLE, "eight-ball", presses)


class Read(unittest.TestCase):
    def test_presses_ten_pixels_off_give_the_bed_within_ten_millimetres_and_the_balls_in_their_places(self) -> None:
        found = compared(photo(), reading())
        self.assertLess(found["bed_mm"], 10.0)
        self.assertLessEqual(found["missed"] + found["false"], 1)
        self.assertLess(np.median(found["errors_mm"]), 6.0)
        right = [is_right for _, is_right in found["names"]]
        self.assertGreaterEqual(sum(right), len(right) - 2)
        self.assertFalse(reading().is_doubtful)

    def test_bright_balls_are_read_as_near_as_dark_ones_though_light_spreads_over_their_edges(self) -> None:
        camera, layout = reading().outline.camera, photo().layout
        toward = []
        for name, place in layout.balls.items():
            pixel = photo().eye.pixels(np.array([[*place, TABLE.ball_radius_m]]))
            (lies,) = on_plane(camera, pixel, TABLE.ball_radius_m)
            ball = min(reading().balls, key=lambda ball: float(np.hypot(*(np.array(ball.place) - lies))))
            off, view = np.array(ball.place) - lies, lies - place_of(camera)[:2]
            if float(np.hypot(*off)) < TABLE.ball_radius_m:
                toward.append((name in BRIGHT, 1000 * off @ view / np.hypot(*view)))
        for bright in (True, False):
            self.assertLess(abs(np.median([far for is_bright, far in toward if is_bright == bright])), 3.5)

    def test_a_shadow_as_round_as_a_ball_is_none(self) -> None:
        camera, (place, dark) = reading().outline.camera, bare()
        ring = rims(camera, place[None], TABLE.ball_radius_m, 48, np.array([1.0]))[0, 0]
        drawn, original = Image.new("L", (1600, 1200)), Image.open(io.BytesIO(photo().jpeg))
        ImageDraw.Draw(drawn).polygon([tuple(at) for at in ring], fill=255)
        shadow = Image.composite(original.point(lambda value: int(dark * value)), original, drawn)
        found = balls_in(read_picture(as_file(shadow, quality=95)), TABLE, "eight-ball", reading().outline)
        near = [ball for ball in found.balls if np.hypot(*(np.array(ball.place) - place)) < 2 * TABLE.ball_radius_m]
        self.assertEqual(near, [])
        self.assertEqual(len(found.balls), len(reading().balls))

    def test_what_was_not_found_is_listed_and_what_was_could_lie_so(self) -> None:
        names = [ball.name for ball in reading().balls]
        self.assertEqual(sorted(names + reading().missing), sorted(game_named("eight-ball").balls))
        self.assertEqual(problems_of(Layout(TABLE, {ball.name: ball.place for ball in reading().balls})), [])

    def test_the_outline_found_without_a_press_is_offered_only_where_it_fits(self) -> None:
        offered = guessed(read_picture(photo().jpeg), TABLE)
        self.assertIsNotNone(offered)
        ends = (photo().pockets, photo().pockets[::-1])
        self.assertLess(min(np.abs(offered[0] - one).max() for one in ends), 6.0)
        rng = np.random.default_rng(4)
        for shapes in (rng.integers(0, 255, (6, 8, 3)), np.full((6, 8, 3), 90)):
            other = Image.fromarray(shapes.astype(np.uint8)).resize((1600, 1200), Image.Resampling.NEAREST)
            self.assertIsNone(guessed(read_picture(as_file(other)), TABLE))

    def test_an_outline_where_there_is_no_table_is_doubtful(self) -> None:
        rng = np.random.default_rng(3)
        cat = Image.fromarray(rng.integers(0, 255, (30, 40, 3), dtype=np.uint8)).resize((1600, 1200))
        found = read_photo(read_picture(as_file(cat)), TABLE, "eight-ball", photo().pockets)
        self.assertTrue(found.is_doubtful)

    def test_a_turned_and_larger_picture_is_read_as_it_was_held(self) -> None:
        upright = Image.open(io.BytesIO(photo().jpeg))
        exif = Image.Exif()
        exif[0x0112] = 6
        exif.get_ifd(0x8769)[0xA405] = 26
        turned = as_file(upright.resize((3200, 2400)).transpose(Image.Transpose.ROTATE_90), exif=exif, quality=90)
        picture = read_picture(turned)
        self.assertEqual((picture.width, picture.height, picture.scale), (1600, 1200, 2.0))
        # By the diagonals: 43.27 mm of film, 2000 px.
        self.assertAlmostEqual(picture.focal, 26 / 43.27 * 2000, delta=0.1)
        self.assertLess(np.abs(picture.light - read_picture(photo().jpeg).light).mean(), 0.01)

    @settings(max_examples=40, deadline=None)
    @given(st.lists(st.tuples(st.floats(0, 2.54), st.floats(0, 1.27)), min_size=2, max_size=8))
    def test_places_are_moved_so_that_balls_could_lie_there(self, places: list[tuple[float, float]]) -> None:
        moved = apart(TABLE, np.array(places))
        overlaps = [problem for problem in problems_of(Layout(TABLE, {str(k): tuple(at) for k, at in enumerate(moved)}))
                    if "overlaps" in problem.what]  # fmt: skip
        self.assertEqual(overlaps, [])


class Names(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.integers(1, 14), st.integers(0, 8), st.integers(0, 10**6))
    def test_the_best_assignment_is_the_reference_librarys(self, rows: int, more: int, seed: int) -> None:
        # Source: scipy.optimize.linear_sum_assignment.
        cost = np.random.default_rng(seed).normal(size=(rows, rows + more))
        ours, (_, theirs) = assigned(cost), linear_sum_assignment(cost)
        self.assertEqual(len(set(ours)), rows)
        self.assertAlmostEqual(cost[np.arange(rows), ours].sum(), cost[np.arange(rows), theirs].sum(), 9)

    def test_each_number_is_given_once_and_reds_up_to_fifteen_times(self) -> None:
        means = shipped().mean
        twice = np.array([means["3"], means["3"], means["cue"]])
        names = [one.name for one in named(twice, game_named("eight-ball").balls)]
        self.assertEqual(len(set(names)), 3)
        reds = [one.name for one in named(np.array([means["red"]] * 4), game_named("snooker").balls)]
        self.assertTrue(all(name.startswith("red") for name in reds) and len(set(reds)) == 4)

    def test_balls_beyond_the_set_get_no_name(self) -> None:
        looks = np.array([mean for kind, mean in shipped().mean.items() if kind.isdigit()][:12])
        names = [one.name for one in named(looks, game_named("nine-ball").balls)]
        self.assertEqual((names.count(""), len(set(names) - {""})), (2, 10))

    def test_a_corrected_name_is_right_the_next_time(self) -> None:
        means = shipped().mean
        odd = 0.35 * means["4"] + 0.65 * means["7"]
        balls = ("cue", "4", "7")
        self.assertEqual(named(odd[None], balls)[0].name, "7")
        taught = Learned().with_more(np.array([odd] * 4), ["4"] * 4)
        self.assertEqual(named(odd[None], balls, taught)[0].name, "4")


class BadPictures(unittest.TestCase):
    def test_what_is_no_picture_is_refused_in_a_sentence_and_nothing_is_decoded_that_is_too_large(self) -> None:
        parts = [(b"IHDR", struct.pack(">IIBBBBB", 60_000, 60_000, 8, 2, 0, 0, 0)), (b"IDAT", zlib.compress(b"0" * 99))]
        bomb = b"\x89PNG\r\n\x1a\n" + b"".join(
            struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))
            for kind, data in parts
        )
        black = as_file(Image.new("RGB", (800, 600)))
        for data, words in (
            (b"", "cannot be read as a picture"), (b"\xff\xd8\xff\xe0 says it is one", "cannot be read"),
            (photo().jpeg[:5000], "cannot be read"), (bomb, "too many pixels"), (black, "black"),
            (as_file(Image.new("RGB", (200, 2000), "white")), "only 200 by 2000"),
            (as_file(Image.new("RGB", (800, 600)), "GIF"), "JPEG or a PNG"),
            (b"x" * 12_000_001, "12 MB"),
        ):  # fmt: skip
            with self.subTest(words=words), self.assertRaisesRegex(Refused, words):
                read_picture(data)


class Camera(unittest.TestCase):
    def test_the_same_seed_takes_the_same_picture_and_balls_are_where_the_eye_sees_them(self) -> None:
        again = photograph(photo().layout, "plain", SEED, HELD_OUT)
        self.assertEqual(again.jpeg, photo().jpeg)
        picture = read_picture(photo().jpeg)
        points = np.array([[x, y, TABLE.ball_radius_m] for x, y in photo().layout.balls.values()])
        beside = points + np.array([0.0, 0.0, 3 * TABLE.ball_radius_m])
        differs = np.abs(picture.at(photo().eye.pixels(points)) - picture.at(photo().eye.pixels(beside))).sum(axis=1)
        self.assertGreater(np.median(differs), 0.1)

    def test_pixels_and_rays_go_into_each_other_through_the_bent_lens(self) -> None:
        eye, pixels = photo().eye, np.array([[30.0, 40.0], [800.0, 600.0], [1570.0, 1100.0]])
        np.testing.assert_allclose(eye.pixels(eye.place + 2.0 * eye.rays(pixels)), pixels, atol=1e-6)

    def test_names_are_not_measured_in_the_paints_that_they_were_learned_from(self) -> None:
        self.assertFalse(set(TRAINING) & set(HELD_OUT))


class CommandLine(unittest.TestCase):
    def run_photo(self, *more: str) -> subprocess.CompletedProcess[str]:
        return subprocess.run([sys.executable, "-m", "partita.cli", "photo", *more], capture_output=True, text=True)

    def test_a_photo_becomes_a_layout_file_with_a_confidence_for_each_ball(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder, "table.jpg")
            path.write_bytes(photo().jpeg)
            presses = [f"{x:.0f},{y:.0f}" for x, y in photo().pockets]
            ran = self.run_photo(str(path), "--game", "eight-ball", "--pockets", *presses)
            self.assertEqual(ran.returncode, 0, ran.stderr)
            document = json.loads(ran.stdout)
            self.assertEqual(set(document["confidence"]), set(document["balls"]))
            self.assertEqual(parse(ran.stdout).situation.game, "eight-ball")
            for arguments, words in (
                ([str(path), "--pockets", *presses[:5], "here"], "“here” is no place"),
                ([f"{folder}/none.jpg", "--pockets", *presses], "No such file"),
                ([str(path), "--pockets", *presses, "--table", "billiards"], "there is no table"),
            ):  # fmt: skip
                refused = self.run_photo(*arguments)
                self.assertEqual((refused.returncode, refused.stdout), (2, ""))
                self.assertIn(words, refused.stderr)
                self.assertNotIn("Traceback", refused.stderr)
