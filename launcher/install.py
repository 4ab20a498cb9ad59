"""Installs what a machine lacks: Debian's packages, the virtual environment, the web's packages.

Each part leaves a stamp of what it was made from, and is left alone while that is the same.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from launcher.children import run
from launcher.phone import phone_files
from launcher.place import PYTHON, ROOT, VENV, WEB
from launcher.say import Trouble, say
from launcher.stamps import digest_of, is_stamped, stamp

OLDEST_PYTHON = (3, 11)
OLDEST_NODE = 20
NPM = "11"

# What must be there, and the Debian package that brings it.
SERVER_NEEDS = {
    "mariadbd": "mariadb-server-core",
    "mariadb-install-db": "mariadb-server-core",
    "mariadb": "mariadb-client-core",
    "mariadb-dump": "mariadb-client",
    "mariadb_config": "libmariadb-dev",
    "pkg-config": "pkg-config",
    "cc": "build-essential",
    "node": "nodejs",
    "npm": "npm",
}
CLUSTER_NEEDS = {
    "/usr/lib/galera/libgalera_smm.so": "galera-4",
    "rsync": "rsync",
    "lsof": "lsof",
    "ss": "iproute2",
    "nginx": "nginx-light",
    "openssl": "openssl",
}
TEST_NEEDS = {
    "chromium-headless-shell": "chromium-headless-shell",
    "nginx": "nginx-light",
    "ogrinfo": "gdal-bin",
    "openssl": "openssl",
}


def everything(*, for_tests: bool) -> None:
    """Install and build all that a verb needs."""
    if sys.version_info < OLDEST_PYTHON:
        raise Trouble("Python 3.11 or newer is needed.")
    debian_packages(SERVER_NEEDS | (TEST_NEEDS if for_tests else {}))
    with ThreadPoolExecutor() as pool:  # both wait for a registry most of the time
        for part in [pool.submit(virtual_environment), pool.submit(web_packages)]:
            part.result()
    phone_files()
    web_build()


def debian_packages(needs: dict[str, str]) -> None:
    """Install the Debian packages of missing programs, as root or with sudo."""
    os.environ["PATH"] += ":/usr/sbin:/sbin"
    missing = {package for program, package in needs.items() if not _is_there(program)}
    missing |= _missing_for_python()
    if not missing:
        return
    names = sorted(missing)
    prefix = _as_root(names)
    say(f"installing Debian's {', '.join(names)}")
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    run([*prefix, "apt-get", "update"], cwd=ROOT, what="updating Debian's lists", env=env)
    install = [*prefix, "apt-get", "install", "-y", "--no-install-recommends", *names]
    run(install, cwd=ROOT, what="installing Debian's packages", env=env)


def _is_there(program: str) -> bool:
    return Path(program).exists() if program.startswith("/") else bool(shutil.which(program))


def _missing_for_python() -> set[str]:
    """Return what Debian's own Python lacks for a virtual environment and for building."""
    if PYTHON.exists() or not sys.executable.startswith("/usr/bin/"):
        return set()
    lacking = set() if _can_import("ensurepip") else {"python3-venv"}
    headers = Path(f"/usr/include/python{sys.version_info.major}.{sys.version_info.minor}/Python.h")
    return lacking | (set() if headers.exists() else {"python3-dev"})


def _can_import(module: str) -> bool:
    command = [sys.executable, "-c", f"import {module}"]
    return subprocess.run(command, capture_output=True, check=False).returncode == 0


def _as_root(names: list[str]) -> list[str]:
    if os.geteuid() == 0:
        return []
    sudo = shutil.which("sudo")
    if (
        sudo
        and subprocess.run([sudo, "-n", "true"], capture_output=True, check=False).returncode == 0
    ):
        return [sudo, "-n", "--preserve-env=DEBIAN_FRONTEND"]
    raise Trouble(f"these packages are missing; run as root: apt-get install {' '.join(names)}")


def state_transfer_tools() -> Path:
    """Return the folder of the scripts a cluster's node joins by.

    They are taken out of Debian's package, whose installation would start a server of its own.
    """
    folder = VENV / "mariadb-server"
    programs = folder / "usr" / "bin"
    if not (programs / "wsrep_sst_rsync").exists():
        debian_packages(CLUSTER_NEEDS)
        with tempfile.TemporaryDirectory() as place:
            what = "fetching the scripts of a cluster"
            run(["apt-get", "download", "-q", "mariadb-server"], cwd=Path(place), what=what)
            (package,) = Path(place).glob("mariadb-server_*.deb")
            run(["dpkg", "-x", str(package), str(folder)], cwd=Path(place), what=what)
    return programs


def virtual_environment() -> None:
    """Make the virtual environment with what requirements.lock pins."""
    made_from = digest_of([ROOT / "requirements.lock"], sys.version)
    if is_stamped(VENV, made_from):
        return
    if not PYTHON.exists():
        say("making the virtual environment")
        run([sys.executable, "-m", "venv", str(VENV)], cwd=ROOT, what="making the environment")
    say("installing the Python packages")
    pip = [str(PYTHON), "-m", "pip", "install", "--disable-pip-version-check", "-q"]
    run([*pip, "-r", "requirements.lock"], cwd=ROOT, what="installing the Python packages")
    stamp(VENV, made_from)


def mutant_tools() -> Path:
    """Install what ./yp mutants needs, beside the environment and never in it."""
    folder = VENV / "mutant-tools"
    made_from = digest_of([ROOT / "requirements-mutants.lock"], sys.version)
    if not is_stamped(folder, made_from):
        say("installing the tools that change the core")
        pip = [str(PYTHON), "-m", "pip", "install", "--disable-pip-version-check", "-q"]
        target = ["--upgrade", "--target", str(folder), "-r", "requirements-mutants.lock"]
        run([*pip, *target], cwd=ROOT, what="installing the tools that change the core")
        stamp(folder, made_from)
    return folder


def web_packages() -> None:
    """Install what web/package-lock.json pins, with an npm that can."""
    modules = WEB / "node_modules"
    made_from = digest_of([WEB / "package-lock.json", WEB / "package.json"])
    if is_stamped(modules, made_from):
        return
    if int(_version("node").lstrip("v").split(".")[0]) < OLDEST_NODE:
        raise Trouble("Node 20 or newer is needed.")
    say("installing the web's packages")
    run([*_npm(), "ci", "--no-audit", "--no-fund"], cwd=WEB, what="installing the web's packages")
    stamp(modules, made_from)


def _npm() -> list[str]:
    """Return the npm to call; an older one fetches the one whose lock file this is."""
    if int(_version("npm").split(".")[0]) >= int(NPM):
        return ["npm"]
    return ["npx", "--yes", f"npm@{NPM}"]


def _version(program: str) -> str:
    return subprocess.run(
        [program, "--version"], capture_output=True, text=True, check=True
    ).stdout.strip()


def web_build() -> None:
    """Build the web where its sources changed."""
    sources = [*(WEB / "src").rglob("*"), *(WEB / "public").rglob("*"), *(WEB / "phone").glob("*")]
    files = [path for path in sources if path.is_file() and path.name != ".made-from"]
    files += [WEB / "index.html", WEB / "vite.config.ts", WEB / "package-lock.json"]
    made_from = digest_of(files)
    dist = WEB / "dist"
    if is_stamped(dist, made_from):
        return
    say("building the web")
    run(["npm", "run", "build"], cwd=WEB, what="building the web")
    stamp(dist, made_from)
