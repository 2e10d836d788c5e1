"""Stand-ins for hardware and for the world: simulated walls, people who check them, and a wall scanner.

Nothing here knows the tables by which Rock Pin tells a wall: the simulators have their own idea of how walls are built
and how they answer, so that the one can be tried against the other.
"""
