"""A place to practise: made-up walls that hide something, and what becomes of whoever drills them.

Nothing in here reaches a real wall. What a wall hides is drawn anew from its seed each time it is asked for, and is
told only once the wall is opened.
"""
