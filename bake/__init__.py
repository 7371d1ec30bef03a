"""Makes the compact sitter files from the CC0 base mesh. Not needed to run the application."""
