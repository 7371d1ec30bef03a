"""Two to six people in a row."""
