"""Kinds of surface the lens can see, as codes a kernel can read."""

SKIN_KIND, CLOTH_KIND, EYE_KIND, LASH_KIND, HAIR_KIND, WALL_KIND = range(6)
