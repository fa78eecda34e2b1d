"""The job's ticket: its cards and what the proof tells."""
