"""Several machines on one: MariaDB as a Galera cluster, a program on each node, nginx in front."""
