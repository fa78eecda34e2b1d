"""The job in hand: session, history, files, previews, drags."""
