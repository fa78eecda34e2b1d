"""What comes before the kernel: artwork, sheet, place and fit, as one plan of each stamp."""
