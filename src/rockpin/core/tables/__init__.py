"""The shapes of the catalogue, and its figures by the room that reads them. Its modules are open to all."""
