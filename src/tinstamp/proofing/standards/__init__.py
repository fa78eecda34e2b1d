"""What standards demand of marks, clause by clause: each beside what the stamp has."""
