"""Trials: phones that shoot at once, and everything broken meanwhile, on one machine and on three.

Three machines are MariaDB as a Galera cluster, a program on each node, and nginx in front.
"""
