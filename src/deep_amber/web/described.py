"""The OpenAPI document, and what it says of answers that are files."""

from typing import Any

from flask_openapi3 import OpenAPI


def file_of(kind: str) -> dict[str, Any]:
    """An answer of a media type."""
    schema = {"type": "string", **({} if kind.startswith("text") else {"format": "binary"})}
    return {"description": "OK", "content": {kind: {"schema": schema}}}


def document_of(app: OpenAPI) -> dict[str, Any]:
    """The OpenAPI document of the application; parts that it has none of are left out."""
    document: dict[str, Any] = app.api_doc
    document["components"] = {k: v for k, v in document["components"].items() if v is not None}
    return document
