"""Open formats in and out: set files, sitter files, pictures."""
