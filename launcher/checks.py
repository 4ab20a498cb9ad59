"""The checks that are no tests, the generated files, and the private database of both."""

from __future__ import annotations

import os
import subprocess
import tempfile
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path

from launcher import install
from launcher.database import mariadb
from launcher.django import environment, manage
from launcher.place import PYTHON, ROOT, VENV, WEB, kept_secrets
from launcher.say import Trouble, say

OPENAPI = ROOT / "server" / "platform" / "api" / "openapi.yaml"
WEB_TYPES = WEB / "src" / "api" / "schema.gen.d.ts"
OFFICE = WEB / "src" / "phone" / "office.gen.ts"
LEAST_COVERAGE = 99


@contextmanager
def private_instance(*, forgetful: bool = True) -> Iterator[dict[str, str]]:
    """Run a database of our own in a folder that goes away, and give Django's environment."""
    with tempfile.TemporaryDirectory(prefix="yp-test-") as folder:
        secrets = kept_secrets(Path(folder))
        os.environ.pop("YP_DB_PORT", None)
        passwords = secrets["database"], secrets["root"]
        with mariadb(Path(folder), *passwords, forgetful=forgetful) as database:
            yield environment(
                database.settings(),
                secrets["secret_key"],
                DJANGO_ALLOW_ASYNC_UNSAFE="true",
                YP_EXTRAS="bench",
                PYTHONWARNINGS="error::RuntimeWarning",
                PATH=f"{VENV / 'bin'}:{os.environ['PATH']}",
            )


def generate(_: list[str]) -> int:
    """Write the OpenAPI file, the web's types and the addresses of the server anew."""
    install.virtual_environment()
    install.web_packages()
    env = {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "server.platform.settings",
        "YP_SECRET_KEY": "unused",
    }
    _write_openapi({**env, "PYTHONPATH": str(ROOT)}, OPENAPI)
    _write_types(OPENAPI, WEB_TYPES)
    _write_office({**env, "PYTHONPATH": str(ROOT)}, OFFICE)
    return 0


def _write_openapi(env: dict[str, str], file: Path) -> None:
    described = ("--urlconf", "server.entry.described_urls")
    arguments = ("spectacular", "--fail-on-warn", *described, "--file", str(file))
    manage(env, *arguments, what="describing the API")


def _write_office(env: dict[str, str], file: Path) -> None:
    command = [str(PYTHON), "-m", "django", "office_addresses"]
    done = subprocess.run(command, cwd=ROOT, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        raise Trouble(f"the server's addresses could not be written:\n{done.stderr}")
    file.write_text(done.stdout)


def _write_types(openapi: Path, file: Path) -> None:
    command = ["npx", "--no-install", "openapi-typescript", str(openapi), "-o", str(file)]
    done = subprocess.run(command, cwd=WEB, capture_output=True, text=True, check=False)
    if done.returncode:
        raise Trouble(f"the web's types could not be generated:\n{done.stderr}")


def _checks(env: dict[str, str]) -> list[tuple[str, Callable[[], bool]]]:
    tool = str(VENV / "bin")
    python = ["core", "simulation", "server", "launcher", "e2e", "bench", "demo"]
    commands = {
        "ruff": ([f"{tool}/ruff", "check", "."], ROOT),
        "ruff format": ([f"{tool}/ruff", "format", "--check", "."], ROOT),
        "mypy": ([f"{tool}/mypy", *python], ROOT),
        "layers": ([f"{tool}/lint-imports"], ROOT),
        "migrations": ([str(PYTHON), "-m", "django", "makemigrations", "--check"], ROOT),
        "deployment": ([str(PYTHON), "-m", "django", "check", "--fail-level=WARNING"], ROOT),
        "tsc": (["npm", "run", "types"], WEB),
        "eslint": (["npm", "run", "lint"], WEB),
        "prettier": (["npm", "run", "format"], WEB),
    }
    checks: list[tuple[str, Callable[[], bool]]] = [
        (name, lambda command=command, cwd=cwd: _quiet(command, cwd, env))  # type: ignore[misc]
        for name, (command, cwd) in commands.items()
    ]
    return [*checks, ("generated files", lambda: _generated_files_agree(env))]


def failing_checks(env: dict[str, str]) -> list[str]:
    """Run every check that is no test, and name those that failed."""
    return [name for name, check in _checks(env) if not _passes(name, check)]


def core_is_covered(env: dict[str, str]) -> bool:
    """Hold the branches that the core's own tests reached against the aim."""
    coverage = str(VENV / "bin" / "coverage")
    report = ["report", "--show-missing", "--omit=core/tests/*", f"--fail-under={LEAST_COVERAGE}"]
    return _passes("core coverage", lambda: _quiet([coverage, *report], ROOT, env))


def _passes(name: str, check: Callable[[], bool]) -> bool:
    passed = check()
    say(f"{name}: {'passed' if passed else 'FAILED'}")
    return passed


def _quiet(command: list[str], cwd: Path, env: dict[str, str]) -> bool:
    done = subprocess.run(command, cwd=cwd, env=env, capture_output=True, text=True, check=False)
    if done.returncode:
        print(done.stdout[-8000:], done.stderr[-4000:], sep="\n", flush=True)
    return done.returncode == 0


def _generated_files_agree(env: dict[str, str]) -> bool:
    """Generate all files anew and hold them against the ones checked in."""
    with tempfile.TemporaryDirectory() as folder:
        openapi, types, office = (Path(folder) / kept.name for kept in (OPENAPI, WEB_TYPES, OFFICE))
        _write_openapi(env, openapi)
        _write_types(openapi, types)
        _write_office(env, office)
        made = {openapi: OPENAPI, types: WEB_TYPES, office: OFFICE}
        stale = [str(kept.relative_to(ROOT)) for new, kept in made.items() if _differ(new, kept)]
    for file in stale:
        say(f"{file} is stale: run ./yp generate")
    return not stale


def _differ(one: Path, other: Path) -> bool:
    return not other.is_file() or one.read_text() != other.read_text()
