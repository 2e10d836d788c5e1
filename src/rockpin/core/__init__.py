"""The rules of the job: pure functions on frozen models. No files, no clock, no chance, no database, no web."""
