"""The rules of the job: heights, rods, floors and volumes, without interface, clock or storage.

Everything but :mod:`core.surfaces` needs the standard library alone.
"""
