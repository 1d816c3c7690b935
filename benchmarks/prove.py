"""What is promised, tried until it would break: ``make prove``. Prints figures; exits with 1 where a promise was broken.

Kills: a writer that edits cards, takes steps at the bench, brings cards in and starts with tables of an earlier form is killed at a
moment by chance; whatever it had said was done must be there. Crowd: so many clients edit, look and ask for pictures for a minute; no
answer may be a fault, and memory must stay level. Imports: whoever takes lists in, merges inks or brings a backup back is killed likewise;
each was done whole or not at all. Upgrades: a process that brings a database of an earlier form up is killed at a moment by
chance; the next one must find every card. Files: see fuzz.py.
"""

import argparse
import gzip
import json
import random
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from tempfile import TemporaryDirectory

from benchmarks.fuzz import IMPORTERS, fuzz
from benchmarks.shelf import Serving
from cielo.app.cards import list_cards, start_card
from cielo.app.things import list_things
from cielo.app.walled import end_readers
from cielo.demo.cards import demo_plans
from cielo.exchange.plan_file import write_plan
from cielo.store.backups import backup_to, ensure_whole
from cielo.store.database import Store

WRITER = """
import sys
from dataclasses import replace
from pathlib import Path
from cielo.app import cards
from cielo.app.bench import go_to_step
from cielo.app.cards import Basis
from cielo.exchange.plan_file import write_plan
from cielo.store.database import Store
store = Store(Path(sys.argv[1]))
first = cards.list_cards(store)[-1].revision
n = int(sys.argv[2])
while True:
    n += 1
    now = cards.open_card(store, first.card_id).revision
    if n % 3 == 0:
        cards.change_card(store, now.card_id, Basis(now.number), "named", lambda plan: replace(plan, title=f"Card {n}"))
        print("title", n, flush=True)
    elif n % 3 == 1:
        came = cards.import_card(store, write_plan(replace(now.plan, title=f"Brought in {n}")))
        print("import", n, flush=True)
    else:
        step = now.plan.steps[n % len(now.plan.steps)].id
        go_to_step(store, now.card_id, step)
        print("bench", step, flush=True)
"""


def kills(times: int, folder: Path) -> int:
    """How many of the changes that were told as done were lost."""
    path, chance = folder / "killed.sqlite", random.Random(11)
    store = Store(path)
    start_card(store, demo_plans()[3], "start")
    store.close()
    lost, told = 0, 0
    for n in range(times):
        writer = subprocess.Popen([sys.executable, "-c", WRITER, str(path), str(1000 * n)], stdout=subprocess.PIPE, text=True)
        assert writer.stdout is not None
        writer.stdout.readline()
        time.sleep(chance.random() * 0.4)
        writer.kill()
        said = [line.split() for line in writer.stdout.read().splitlines() if len(line.split()) == 2]
        writer.wait()
        told += len(said)
        ensure_whole(path)
        store = Store(path)
        titles = {card.revision.plan.title for card in list_cards(store)}
        named = [int(value) for what, value in said if what == "title"]
        current = max((int(title.split()[1]) for title in titles if title.startswith("Card ")), default=0)
        lost += bool(named) and current < named[-1]
        lost += sum(f"Brought in {value}" not in titles for what, value in said if what == "import")
        store.close()
    print(f"{times} kills, {told} changes told as done, {lost} lost")
    return lost


UPGRADER = """
import sys
from pathlib import Path
print("begins", flush=True)
from cielo.store.database import Store
Store(Path(sys.argv[1])).close()
print("done", flush=True)
"""


def upgrades_killed(times: int, folder: Path) -> int:
    """How many databases of the first released form lost a card to a kill while they were brought up."""
    lost, cut_off, chance = 0, 0, random.Random(7)
    released = gzip.decompress((Path(__file__).parents[1] / "tests/reference/released/v1/demo.sqlite.gz").read_bytes())
    cards = len(_all_cards(_copy(released, folder / "whole.sqlite")))
    for n in range(times):
        path = _copy(released, folder / f"upgraded-{n}.sqlite")
        upgrader = subprocess.Popen([sys.executable, "-c", UPGRADER, str(path)], stdout=subprocess.PIPE, text=True)
        assert upgrader.stdout is not None
        upgrader.stdout.readline()
        time.sleep(chance.random() * 1.2)
        upgrader.kill()
        cut_off += "done" not in upgrader.stdout.read()
        upgrader.wait()
        lost += len(_all_cards(path)) != cards
    print(f"{times} kills while a database of the first form was brought up, {cut_off} before it was done: {lost} lost a card")
    return lost


def _copy(released: bytes, path: Path) -> Path:
    path.write_bytes(released)
    return path


def _all_cards(path: Path) -> list[str]:
    ensure_whole(path)
    store = Store(path)
    try:
        return [card.revision.card_id for card in list_cards(store)]
    finally:
        store.close()


def crowd(clients: int, seconds: float, folder: Path) -> int:
    """How many answers were faults."""
    path = folder / "crowd.sqlite"
    store = Store(path)
    for plan in demo_plans()[:6]:
        start_card(store, plan, "start")
    store.close()
    server = Serving(path)
    plan_file = write_plan(demo_plans()[5])
    until = time.monotonic() + seconds
    answers: dict[int, int] = {}

    def ask(request: urllib.request.Request | str) -> bytes:
        try:
            with urllib.request.urlopen(request, timeout=60) as answer:
                answers[answer.status] = answers.get(answer.status, 0) + 1
                return bytes(answer.read())
        except urllib.error.HTTPError as error:
            answers[error.code] = answers.get(error.code, 0) + 1
            return b"[]"

    def memory_mb() -> float:
        status = Path(f"/proc/{server.process.pid}/status").read_text()
        return int(status.split("VmRSS:")[1].split()[0]) / 1000

    def client(number: int) -> None:
        chance = random.Random(number)
        while time.monotonic() < until:
            listed = json.loads(ask(f"{server.address}/api/cards"))
            if not listed:
                continue
            one = chance.choice(listed)
            what = chance.random()
            if what < 0.5:
                ask(f"{server.address}/api/cards/{one['id']}/picture.png?revision={one['revision']}&dpi=40")
            elif what < 0.8:
                ask(f"{server.address}/api/cards/{one['id']}")
            elif what < 0.95:
                ask(urllib.request.Request(f"{server.address}/api/cards/{one['id']}/copy", data=b"", method="POST"))
            else:
                headers = {"content-type": "application/json"}
                ask(urllib.request.Request(f"{server.address}/api/cards/import", data=plan_file, headers=headers, method="POST"))

    try:
        before = memory_mb()
        with ThreadPoolExecutor(clients) as pool:
            list(pool.map(client, range(clients)))
        faults = sum(count for status, count in answers.items() if status >= 500 and status != 503)
        told = dict(sorted(answers.items()))
        print(f"{clients} clients for {seconds:.0f} s: answers {told}, {faults} faults, {before:.0f} to {memory_mb():.0f} MB")
        return faults
    finally:
        server.stop()


IMPORTER = """
import sys
from pathlib import Path
from cielo.app.shelf_files import import_csv
from cielo.app.things import merge_things
from cielo.store.database import Store
path, n = Path(sys.argv[1]), int(sys.argv[2])
store = Store(path)
while True:
    n += 1
    lines = "\\n".join(f"Ink {n} {k},#{(n * 7919 + k) % 0xffffff:06x}" for k in range(LIST))
    import_csv(store, "ink", f"name,colour\\n{lines}\\n".encode(), take=True)
    print("list", n, flush=True)
    merge_things(store, "ink", f"ink-{n}-0", f"ink-{n}-1")
    print("merged", n, flush=True)
"""
# Inks in a list of the importer; of each list two are merged into one.
LIST = 30


def imports_killed(times: int, folder: Path) -> int:
    """How many lists were taken in part, or told as taken and not there, where their taking and merging was killed at a moment by chance;
    and how many restores, killed likewise, left neither what was there nor what was brought back."""
    path, broken, told = folder / "imports.sqlite", 0, 0
    Store(path).close()
    chance, number = random.Random(7), 0
    for _ in range(times):
        code = f"LIST = {LIST}\n{IMPORTER}"
        writer = subprocess.Popen([sys.executable, "-c", code, str(path), str(number)], stdout=subprocess.PIPE, text=True)
        assert writer.stdout is not None
        said = [writer.stdout.readline().split()]
        time.sleep(chance.uniform(0, 1.0))
        writer.kill()
        said += [line.split() for line in writer.stdout.read().splitlines()]
        store = Store(path)
        inks = [thing.key for thing in list_things(store) if thing.kind == "ink"]
        store.close()
        of = Counter(int(key.split("-")[1]) for key in inks)
        number = max(of, default=number)
        broken += sum(count not in (LIST, LIST - 1) for count in of.values())
        broken += sum(of[int(n)] == 0 or (what == "merged" and of[int(n)] != LIST - 1) for what, n in filter(None, said))
        told += len(said)
    copy, lost = folder / "copy.sqlite", 0
    backup_to(path, copy)
    for _ in range(times):
        code = "import sys; from pathlib import Path; from cielo.store.backups import restore_from; restore_from(*map(Path, sys.argv[1:]))"
        restorer = subprocess.Popen([sys.executable, "-c", code, str(copy), str(path)])
        time.sleep(chance.uniform(0.3, 2.5))
        restorer.kill()
        restorer.wait()
        there = [path] if path.exists() else sorted(folder.glob(f"{path.name}.before-*"), reverse=True)[:1]
        lost += not there
        for one in there:
            ensure_whole(one)
        if there and there[0] != path:
            there[0].rename(path)
        for old in folder.glob(f"{path.name}.before-*"):
            old.unlink()
    print(f"{times} kills while lists were taken and inks merged: {told} told as done, {broken} broken")
    print(f"{times} kills while a backup was brought back: {lost} times neither was there", flush=True)
    return broken + lost


def main() -> None:
    asked = argparse.ArgumentParser()
    asked.add_argument("--kills", type=int, default=200)
    asked.add_argument("--upgrades", type=int, default=60)
    asked.add_argument("--imports", type=int, default=40)
    asked.add_argument("--files", type=int, default=2000)
    asked.add_argument("--clients", type=int, default=20)
    asked.add_argument("--seconds", type=float, default=60)
    wanted = asked.parse_args()
    with TemporaryDirectory() as folder:
        broken = kills(wanted.kills, Path(folder)) + crowd(wanted.clients, wanted.seconds, Path(folder))
        broken += (
            upgrades_killed(wanted.upgrades, Path(folder))
            + imports_killed(wanted.imports, Path(folder))
            + sum(fuzz(name, wanted.files) for name in IMPORTERS)
        )
    end_readers()
    sys.exit(1 if broken else 0)


if __name__ == "__main__":
    main()
