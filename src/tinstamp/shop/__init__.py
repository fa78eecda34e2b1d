"""Stand-ins for the machines that files go to, each a program of its own that is spoken to through
a folder. They read files by themselves and share nothing with what writes them."""
