"""The lens against the sitter and the room: framings, perspective, depth of field."""
