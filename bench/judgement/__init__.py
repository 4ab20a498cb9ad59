"""How far judgement can be trusted, on simulated sites whose truth is known.

Every figure takes the seed its sites are drawn from; ``./yp bench`` draws a new one each time it
is run, and prints it.
"""
