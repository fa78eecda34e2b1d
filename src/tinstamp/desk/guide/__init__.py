"""The guide: first steps in words, and a page for every field, finding, process and key, made from
what declares them. No Qt here."""
