"""The web interface, asked as its own screen asks."""

OWN = {"x-rock-pin": "1", "content-type": "application/json"}
"""What every change carries."""

CSV = {"content-type": "text/csv"}
"""And what a table is sent as."""
