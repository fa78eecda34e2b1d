"""The proof sheet: a PDF to sign, with the part in views, the flat sheets with their dimensions,
sections through the marks, and what was found."""
