"""What goes in at the left: the wall, the fixture, the job. Its modules are open to all; nothing here is judged."""
