"""The verbs of ./yp."""

from __future__ import annotations

import sys

from launcher import backup, bench, checks, crew, lanes, mutants, production, serve, shots
from launcher.say import Trouble, say
from launcher.trials import cluster, one_machine

HELP = """\
./yp start [--fresh-demo]   install what is missing, build, and serve with demo data
./yp serve [--settings F]   serve for real, by a settings file (docs/running.md)
./yp crew NAME ...          open a crew with its first owner
./yp backup FILE            all of a server in one file, proved by taking it in elsewhere
./yp restore FILE           take such a file in
./yp test [WHAT ...]        all tests and checks; WHAT: checks, core, launcher, server, e2e;
                            cluster, phone (only where they are asked for)
./yp generate               write the OpenAPI file and the web's types anew
./yp trial                  one machine: 40 phones, servers killed, races, backups, fuzz
./yp cluster-trial          three machines on one, broken in every way while phones shoot
./yp bench                  print figures: speed as ratios, growth at ten times
./yp mutants [N [SEED]]     change the core in N small ways, and see which its tests notice
./yp shots                  take the pictures in docs/screenshots anew

Environment: YP_HOME (data folder, .yp), YP_PORT (8400), YP_DB_PORT (a free one).
"""

VERBS = {
    "start": serve.start,
    "serve": production.serve,
    "crew": crew.crew,
    "trial": one_machine.trial,
    "cluster-trial": cluster.trial,
    "backup": backup.backup,
    "restore": backup.restore,
    "test": lanes.test,
    "generate": checks.generate,
    "bench": bench.bench,
    "shots": shots.shots,
    "mutants": mutants.mutants,
}


def main(arguments: list[str]) -> int:
    """Run one verb; returns the exit code."""
    verb = VERBS.get(arguments[0]) if arguments else None
    if verb is None:
        sys.stdout.write(HELP)
        return 0 if not arguments or arguments[0] in ("help", "-h", "--help") else 2
    try:
        return verb(arguments[1:])
    except Trouble as trouble:
        say(f"can't go on: {trouble}")
        return 1
    except KeyboardInterrupt:
        say("stopped")
        return 130


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
