"""The application as a process: started, spoken to, killed in the middle of things."""

import contextlib
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import time
import unittest
from pathlib import Path

import httpx

from kind_distance.cli import _listen, data_folder
from tests.support import InFolder, file_bytes, hill_picture


class Running(InFolder):
    def start(self):
        command = [sys.executable, "-m", "kind_distance", "serve", "--port", "0", "--file", str(self.file)]
        process = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
        self.addCleanup(process.stdout.close)
        self.addCleanup(process.wait)
        self.addCleanup(process.kill)
        line = process.stdout.readline()
        return process, line.split(" at ")[1].split()[0]

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
        self.assertEqual(len(httpx.get(f"{again}/api/paintings", timeout=20).json()), 3)


class Listening(unittest.TestCase):
    def test_a_port_that_is_taken_is_not_fought_over(self):
        with contextlib.closing(_listen(0)) as first:
            port = first.getsockname()[1]
            with contextlib.closing(_listen(port)) as second:
                self.assertNotEqual(second.getsockname()[1], port)

    def test_loopback_only(self):
        with contextlib.closing(_listen(0)) as listening:
            self.assertEqual(listening.getsockname()[0], "127.0.0.1")


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
