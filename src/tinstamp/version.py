"""Which version of the program this is."""

VERSION = "0.1.0"
