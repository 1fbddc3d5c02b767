"""Photos sent, read by a worker on a real queue, learned from; nothing of a picture is kept; nobody else's."""

import base64
import io
import json
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client, SimpleTestCase, TestCase
from django.utils import timezone
from PIL import Image

from archive.everything import bringing_back, everything
from partita.photo.looks import NAMES
from partita.photo.names import shipped
from partita.progress import at_once
from photos.kinds import clear_old
from photos.learning import learned_at
from photos.models import HallLooks, Photo, Snapshot
from setup import demo
from tests.core.test_photo import photo
from tests.server.asked import no_jobs
from tests.server.worker import SharedWorker, eventually

SCENE = json.dumps({"table": "pool-9ft", "game": "eight-ball"})
PRESSED = json.dumps([[float(x), float(y)] for x, y in photo().pockets])


class PhotoCase(SimpleTestCase):
    def setUp(self) -> None:
        self.user = User.objects.create_user("ida", password="a-long-password")
        self.client = Client()
        self.client.force_login(self.user)

    def send(self, data: bytes, pockets: str = PRESSED, scene: str = SCENE, hall: str = "") -> Any:
        file = SimpleUploadedFile("table.jpg", data, content_type="image/jpeg")
        return self.client.post("/api/photos", {"file": file, "scene": scene, "pockets": pockets, "hall": hall})

    def followed(self, path: str) -> Any:
        eventually("it is over", lambda: self.client.get(path).json()["status"] in ("done", "failed"))
        return self.client.get(path).json()


class Worked(PhotoCase, SharedWorker):
    def test_a_picture_is_read_and_gone_and_what_was_confirmed_counts_at_that_table_until_it_is_forgotten(self) -> None:
        sent = self.send(photo().jpeg, hall="Table 3").json()
        told = self.followed(f"/api/photos/{sent['id']}")
        self.assertEqual(told["status"], "done", told["failure"])
        document = told["document"]
        self.assertEqual((document["width"], document["height"], document["offered"]), (1600, 1200, False))
        self.assertIn("balls found", document["words"])
        self.assertTrue(all(len(ball["ring"]) == 24 for ball in document["balls"]))
        row = Photo.objects.get(pk=sent["id"])
        self.assertIsNone(row.picture)
        self.assertNotIn("looks", document)
        self.moved(sent["id"], document["balls"][0])
        names = [ball["name"] for ball in document["balls"]]
        path = f"/api/photos/{sent['id']}/confirmed"
        for wrong, words in ((names[1:], "there are"), (["red1", *names[1:]], "no ball of this game")):
            answer = self.client.post(path, {"names": wrong}, content_type="application/json")
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.json()["errors"][0]["what"])
        answer = self.client.post(path, {"names": [*names[:-1], ""]}, content_type="application/json")
        self.assertEqual(answer.status_code, 204, answer.content)
        learned = HallLooks.objects.get(owner=self.user, table="Table 3")
        self.assertEqual(sum(count for _, count in learned.sums.values()), len(names) - 1)
        self.assertEqual(len(next(iter(learned.sums.values()))[0]), len(shipped().mean["cue"]))
        self.assertTrue(0.04 < learned.cushion_m < 0.06)
        halls = self.client.get("/api/photos/halls").json()
        self.assertEqual([(hall["table"], hall["corrections"]) for hall in halls], [("Table 3", 1)])
        self.client.delete(f"/api/photos/halls/{halls[0]['id']}")
        self.assertFalse(HallLooks.objects.exists())

    def moved(self, key: int, ball: Any) -> None:
        """A ball put where it was seen lies where it was read; a wall is no place for one."""
        middle = [sum(point[axis] for point in ball["ring"]) / 24 for axis in (0, 1)]
        path = f"/api/photos/{key}/spot"
        spot = self.client.post(path, {"x": middle[0], "y": middle[1]}, content_type="application/json").json()
        for one, other in zip(spot["at"], ball["at"], strict=True):
            self.assertAlmostEqual(one, other, delta=0.02)
        off = self.client.post(path, {"x": 1.0, "y": 1.0}, content_type="application/json")
        self.assertIn("not on the table", off.json()["errors"][0]["what"])

    def test_without_a_press_an_outline_is_offered_or_pockets_are_asked_for(self) -> None:
        offered = self.followed(f"/api/photos/{self.send(photo().jpeg, '').json()['id']}")["document"]
        self.assertTrue(offered["offered"])
        self.assertEqual(len(offered["pockets"]), 6)
        gray = io.BytesIO()
        Image.new("RGB", (1600, 1200), (90, 90, 90)).save(gray, "JPEG")
        failed = self.followed(f"/api/photos/{self.send(gray.getvalue(), '').json()['id']}")
        self.assertEqual(failed["status"], "failed")
        self.assertEqual(
            failed["failure"],
            "No outline was found in it that fits the table. Press the middle of each of the six pockets.",
        )
        self.assertFalse(Photo.objects.filter(picture__isnull=False).exists())

    def test_the_simulated_camera_takes_a_picture_of_a_layout(self) -> None:
        layout = demo.document({"cue": [2, 1], "8": [5, 3], "9": [6, 2]}, {"shooter": "me"})
        asked = self.client.post("/api/snapshots", {"document": layout, "seed": 4}, content_type="application/json")
        told = self.followed(f"/api/snapshots/{asked.json()['id']}")
        picture = Image.open(io.BytesIO(base64.b64decode(told["document"]["jpeg"])))
        self.assertEqual((picture.format, picture.size), ("JPEG", (1600, 1200)))


class Sent(PhotoCase, TestCase):
    def test_what_cannot_be_read_is_refused_in_a_sentence_and_nothing_is_kept(self) -> None:
        for answer, words in (
            (self.send(b"no picture"), "cannot be read as a picture"),
            (self.send(photo().jpeg + b"0" * 2_000_000), "MB"),
            (self.send(photo().jpeg, pockets="[[1, 2]]"), "not six places"),
            (self.send(photo().jpeg, pockets="here"), "JSON"),
            (self.send(photo().jpeg, scene='{"table": "billiards", "game": "nine-ball"}'), "no table"),
            (self.send(photo().jpeg, scene='{"table": "pool-9ft", "game": "darts"}'), "no game"),
        ):
            self.assertEqual(answer.status_code, 422, words)
            self.assertIn(words, answer.json()["errors"][0]["what"])
        self.assertFalse(Photo.objects.exists())

    def test_what_was_learned_goes_out_and_in_with_the_account_but_not_the_looks_of_an_older_version(self) -> None:
        sums = {"cue": [[0.5] * len(NAMES), 2], "8": [[0.5] * 3, 1]}
        HallLooks.objects.create(owner=self.user, table="Table 3", sums=sums, cushion_m=0.05, corrections=2)
        other = User.objects.create_user("bo", password="a-long-password")
        for fresh in (1, 0):
            self.assertEqual(at_once(bringing_back(other, everything(self.user)))["halls"], fresh)
        taught, cushion = learned_at(other, "Table 3")
        self.assertEqual((list(taught.sums), taught.sums["cue"][1], cushion), (["cue"], 2, 0.05))

    def test_a_picture_is_put_by_without_what_its_file_tells_and_the_next_one_takes_its_place(self) -> None:
        exif = Image.Exif()
        exif[0x010F] = "a device"
        exif.get_ifd(0x8825)[1] = "N"
        file = io.BytesIO()
        Image.open(io.BytesIO(photo().jpeg)).save(file, "JPEG", exif=exif)
        with no_jobs():
            first, second = self.send(file.getvalue()).json(), self.send(file.getvalue()).json()
        kept = Photo.objects.get(pk=second["id"])
        told = Image.open(io.BytesIO(bytes(kept.picture or b""))).getexif()
        self.assertEqual((dict(told), dict(told.get_ifd(0x8825))), ({}, {}))
        before = Photo.objects.get(pk=first["id"])
        self.assertEqual((before.picture, before.status), (None, Photo.Status.STOPPED))
        Photo.objects.update(created=timezone.now() - timedelta(days=2))
        Snapshot.objects.create(owner=self.user, question={})
        clear_old()
        self.assertEqual((Photo.objects.count(), Snapshot.objects.count()), (0, 1))
