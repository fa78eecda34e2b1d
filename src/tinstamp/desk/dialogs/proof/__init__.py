"""The proof in full: findings, processes, standards, what it takes, what would fit."""
