"""Files for the maker: STEP, STL, DXF."""
