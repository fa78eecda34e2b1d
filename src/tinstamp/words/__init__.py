"""What is said in another language, and how figures are written there. No Qt here."""
