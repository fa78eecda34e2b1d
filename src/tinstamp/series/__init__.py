"""One job made many times: a table whose rows set dimensions, texts, serials and logos."""
