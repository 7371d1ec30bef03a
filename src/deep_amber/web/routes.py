"""Routes of one subject, kept until an application takes them."""

from collections.abc import Callable
from typing import Any, TypeVar

from flask_openapi3 import APIBlueprint, OpenAPI, Tag

from .schemas import ProblemsOut

View = TypeVar("View", bound=Callable[..., Any])


class Routes:
    """As a blueprint. The schemas of the OpenAPI document take seconds, so they are made only where it is wanted."""

    def __init__(self, name: str, url_prefix: str, refusals: tuple[str, ...]):
        """refusals : status codes that any of its routes may answer with problems in words"""
        self._name, self._prefix, self._refusals = name, url_prefix, refusals
        self._kept: list[tuple[str, str, dict[str, Any], Callable[..., Any]]] = []

    def _keep(self, method: str, path: str, described: dict[str, Any]) -> Callable[[View], View]:
        def keep(view: View) -> View:
            self._kept.append((method, path, described, view))
            return view

        return keep

    def get(self, path: str, **described: Any) -> Callable[[View], View]:
        """A route that reads; `described` as the framework has it."""
        return self._keep("get", path, described)

    def post(self, path: str, **described: Any) -> Callable[[View], View]:
        """A route that makes or computes."""
        return self._keep("post", path, described)

    def put(self, path: str, **described: Any) -> Callable[[View], View]:
        """A route that replaces."""
        return self._keep("put", path, described)

    def delete(self, path: str, **described: Any) -> Callable[[View], View]:
        """A route that removes."""
        return self._keep("delete", path, described)

    def register(self, app: OpenAPI, described: bool) -> None:
        """Puts them on an application; described : in its OpenAPI document too."""
        blueprint = APIBlueprint(
            self._name,
            __name__,
            url_prefix=self._prefix,
            abp_tags=[Tag(name=self._name)],
            abp_responses=dict.fromkeys(self._refusals, ProblemsOut) if described else None,
            doc_ui=described,
        )
        for method, path, more, view in self._kept:
            getattr(blueprint, method)(path, **more)(view)
        app.register_api(blueprint)
