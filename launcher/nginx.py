"""nginx as docs/running/nginx.conf has it, on loopback with a certificate of its own."""

from __future__ import annotations

import os
import shutil
from collections.abc import Sequence
from pathlib import Path

from launcher.children import Child, run
from launcher.place import ROOT
from launcher.say import Trouble

DOCUMENTED = ROOT / "docs" / "running" / "nginx.conf"
A_MACHINE = "server 127.0.0.1:8400 max_fails=1 fail_timeout=5s;"
KINDS = ("client_body", "proxy", "fastcgi", "uwsgi", "scgi")


def nginx(
    folder: Path, machines: Sequence[int], *, https: int, plain: int, **changed: str
) -> Child:
    """Return nginx in front of machines by their ports, with some words of its file changed."""
    certificate, key = _certificate(folder)
    lines = [A_MACHINE.replace("8400", str(port)) for port in machines]
    text = DOCUMENTED.read_text()
    for old, new in (
        (A_MACHINE, "\n    ".join(lines)),
        ("listen 80;", f"listen 127.0.0.1:{plain};"),
        ("listen 443 ssl;", f"listen 127.0.0.1:{https} ssl;"),
        ("/etc/ssl/peg.example.pem", str(certificate)),
        ("/etc/ssl/private/peg.example.key", str(key)),
        ("/var/log/nginx/yellow-peg.log", str(folder / "access.log")),
        *((f"{name} ", f"{name} {value}; #") for name, value in changed.items()),
    ):
        if old not in text:
            raise Trouble(f"{DOCUMENTED} has no “{old}” any more.")
        text = text.replace(old, new)
    (folder / "site.conf").write_text(text)
    whole = folder / "nginx.conf"
    whole.write_text(_whole(folder))
    program = shutil.which("nginx") or "nginx"
    command = [program, "-e", "stderr", "-p", str(folder), "-c", str(whole)]
    ready = "start worker process "
    return Child(command, ready=ready, log=folder / "nginx.log")


def _whole(folder: Path) -> str:
    user = "user root; " if os.geteuid() == 0 else ""
    places = " ".join(f"{kind}_temp_path {folder}/{kind};" for kind in KINDS)
    return (
        f"{user}daemon off; worker_processes 1; pid {folder}/nginx.pid;\n"
        "error_log stderr notice;\n"
        "events { worker_connections 1024; }\n"
        f"http {{ {places} include {folder}/site.conf; }}\n"
    )


def _certificate(folder: Path) -> tuple[Path, Path]:
    certificate, key = folder / "cert.pem", folder / "key.pem"
    make = ["openssl", "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-days", "2"]
    names = ["-subj", "/CN=peg.example", "-keyout", str(key), "-out", str(certificate)]
    run([*make, *names], cwd=ROOT, what="making a certificate")
    return certificate, key
