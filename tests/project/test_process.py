"""The application as a process: started, spoken to, killed in the middle of things."""

import contextlib
import os
import signal
import socket
import sqlite3
import ssl
import subprocess
import sys
import time
import unittest
from pathlib import Path

import httpx

from kind_distance.cli import data_folder
from kind_distance.serving import _listen
from kind_distance.store.database import opened
from kind_distance.store.pictures import keep
from tests.support import InFolder, file_bytes, hill_picture
from tools.kills import kill_rounds


class Running(InFolder):
    def start(self):
        command = [sys.executable, "-m", "kind_distance", "serve", "--port", "0", "--file", str(self.file)]
        process = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
        self.addCleanup(process.stdout.close)
        self.addCleanup(process.wait)
        self.addCleanup(process.kill)
        line = process.stdout.readline()
        return process, line.split(" is at ")[-1].split()[0]

    def test_the_address_answers_from_the_moment_it_is_printed(self):
        process, address = self.start()
        self.assertEqual(httpx.get(f"{address}/api/health", timeout=20).json(), {"status": "ready"})
        process.send_signal(signal.SIGINT)
        self.assertEqual(process.wait(timeout=10), 0)

    def test_killed_in_the_middle_of_an_upload(self):
        """Half a picture has arrived when the process dies: the file is sound and holds nothing of it."""
        process, address = self.start()
        painting = httpx.post(f"{address}/api/paintings", json={"title": "Hill"}, timeout=20).json()
        host, port = address.removeprefix("http://").split(":")
        body = (
            b'--x\r\nContent-Disposition: form-data; name="version"\r\n\r\n1\r\n'
            b'--x\r\nContent-Disposition: form-data; name="file"; filename="a.png"\r\n\r\n'
            + file_bytes(hill_picture(800, 1200))
        )
        head = (
            f"POST /api/paintings/{painting['id']}/sources HTTP/1.1\r\nHost: {host}:{port}\r\n"
            f"Content-Type: multipart/form-data; boundary=x\r\nContent-Length: {len(body) + 40}\r\n\r\n"
        )
        with contextlib.closing(socket.create_connection((host, int(port)))) as line:
            line.sendall(head.encode() + body[: len(body) // 2])
            time.sleep(0.2)
            process.kill()
            process.wait()
        with contextlib.closing(sqlite3.connect(self.file)) as db:
            self.assertEqual(db.execute("PRAGMA integrity_check").fetchone()[0], "ok")
            self.assertEqual(db.execute("SELECT count(*) FROM picture").fetchone()[0], 0)
        _, again = self.start()
        opened = httpx.get(f"{again}/api/paintings/{painting['id']}", timeout=20).json()
        self.assertEqual((opened["brief"]["title"], opened["sources"]), ("Hill", []))

    def test_what_was_saved_is_there_after_a_kill(self):
        process, address = self.start()
        for number in range(3):
            httpx.post(f"{address}/api/paintings", json={"title": f"Hill {number}"}, timeout=20).raise_for_status()
        process.kill()
        process.wait()
        _, again = self.start()
        self.assertEqual(len(httpx.get(f"{again}/api/paintings", timeout=20).json()["paintings"]), 3)

    def test_nothing_acknowledged_is_lost_by_kills(self):
        """Changes, presses at the easel, photos and whole paintings, sent at once; the long form is run by hand."""
        tally = kill_rounds(2, 5, say=lambda _: None)
        self.assertEqual((tally.rounds, tally.lost, tally.damaged), (2, [], 0))
        self.assertGreater(tally.acknowledged["easel"], 0)

    def test_shared_with_other_devices_only_when_asked(self):
        command = [sys.executable, "-m", "kind_distance", "serve", "--port", "0", "--file", str(self.file)]
        process = subprocess.Popen([*command, "--share", "127.0.0.1"], stdout=subprocess.PIPE, text=True)
        for each in (process.stdout.close, process.wait, process.kill):
            self.addCleanup(each)
        here = process.stdout.readline().split(" at ")[1].split()[0]
        shared = httpx.get(f"{here}/api/sharing", timeout=20).json()
        self.assertTrue(shared["on"])
        trusted = ssl.create_default_context(cafile=str(self.file.with_suffix(".sharing.pem")))
        self.assertEqual(httpx.get(shared["address"], verify=trusted, timeout=20).status_code, 401)
        process.send_signal(signal.SIGINT)
        self.assertEqual(process.wait(timeout=20), 0)
        _, alone = self.start()
        self.assertFalse(httpx.get(f"{alone}/api/sharing", timeout=20).json()["on"])

    def test_what_broke_off_leaves_no_picture_behind(self):
        process, address = self.start()
        process.kill()
        process.wait()
        with opened(self.file) as db:
            keep(db, b"a picture without a painting", "PNG", (1, 1), {"small": b"x"})
        again, address = self.start()
        with opened(self.file) as db:
            self.assertEqual(db.execute("SELECT count(*) FROM picture").fetchone()[0], 0)
            self.assertEqual(db.execute("SELECT count(*) FROM derived").fetchone()[0], 0)


class Listening(unittest.TestCase):
    def test_a_port_that_is_taken_is_not_fought_over(self):
        with contextlib.closing(_listen(0)) as first:
            port = first.getsockname()[1]
            with contextlib.closing(_listen(port)) as second:
                self.assertNotEqual(second.getsockname()[1], port)

    def test_loopback_only(self):
        with contextlib.closing(_listen(0)) as listening:
            self.assertEqual(listening.getsockname()[0], "127.0.0.1")


class Starting(unittest.TestCase):
    def test_what_takes_long_to_load_waits_until_it_is_asked_for(self):
        late = ("scipy", "skimage", "ortools", "colour", "kind_distance.exchange.document.schema")
        told = f"import sys, kind_distance.api.app; print(*(set(sys.modules) & set({late!r})))"
        loaded = subprocess.run([sys.executable, "-c", told], capture_output=True, text=True, check=True)
        self.assertEqual(loaded.stdout.split(), [])


class Folders(unittest.TestCase):
    def environment(self, **values):
        kept = {name: os.environ.get(name) for name in ("KIND_DISTANCE_DATA", "XDG_DATA_HOME")}
        self.addCleanup(
            lambda: [os.environ.pop(n, None) if v is None else os.environ.__setitem__(n, v) for n, v in kept.items()]
        )
        for name in kept:
            os.environ.pop(name, None)
        os.environ.update(values)

    def test_own_paintings_lie_where_data_of_a_user_lies(self):
        self.environment()
        self.assertEqual(data_folder(), Path.home() / ".local" / "share" / "kind-distance")

    def test_they_can_lie_elsewhere(self):
        self.environment(XDG_DATA_HOME="/somewhere")
        self.assertEqual(data_folder(), Path("/somewhere/kind-distance"))
        self.environment(KIND_DISTANCE_DATA="/else")
        self.assertEqual(data_folder(), Path("/else"))


if __name__ == "__main__":
    unittest.main()
