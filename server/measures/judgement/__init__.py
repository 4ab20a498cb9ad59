"""How far judgement can be trusted, on simulated sites whose truth is known.

Every seed differs from those any limit was chosen on.
"""

#: The first seed of the bench; limits were chosen on smaller ones.
FIRST_SEED = 50_000
