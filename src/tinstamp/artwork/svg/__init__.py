"""SVG drawings as what they paint: tree, cascade, figures, strokes, clips and masks."""
