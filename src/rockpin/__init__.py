"""Rock Pin: what a wall is made of, what is hidden in it, what will hold, and where to drill."""

__version__ = "0.1.0"
