"""Direct light with soft shadows, and light bounced between room, backdrop and sitter.

Only the sitter is in the ray structure; room, backdrop and light bodies are tested analytically,
so moving them rebuilds nothing.
"""
