"""DXF drawings as what they paint: entities, widths, text, lines joined to outlines."""
