"""Reading a portrait's light: from points on a picture back to the key, and practice on pictures whose truth is known."""
