"""The document as an immutable value: models, formulas, units, file format."""
