"""The rules of the job: heights, rods, floors and volumes, without interface, clock or storage.

Where a docstring names a section, it is one of ``docs/rules.md``.

Everything but :mod:`core.surfaces` and :mod:`core.placing` needs the standard library alone.
"""
