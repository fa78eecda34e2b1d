"""The sheet and the profile, drawn and worked on."""
