"""Lets OpenAPI describe the sheets the services return: each TypedDict is a component."""

from __future__ import annotations

import types
from enum import Enum
from functools import cache
from typing import (
    Any,
    Literal,
    Union,
    get_args,
    get_origin,
    get_type_hints,
    is_typeddict,
)

from drf_spectacular.extensions import OpenApiSerializerExtension
from drf_spectacular.plumbing import ResolvedComponent
from rest_framework import serializers

Schema = dict[str, Any]

PLAIN: dict[Any, Schema] = {
    str: {"type": "string"},
    int: {"type": "integer"},
    float: {"type": "number", "format": "double"},
    bool: {"type": "boolean"},
    Any: {},
}


class TypedResponse(serializers.Serializer[Any]):
    """Stands for a TypedDict where a view names what it answers."""

    typed: type

    @staticmethod
    @cache
    def of(typed: type) -> type[TypedResponse]:
        """Return the stand-in of a TypedDict."""
        return type(f"{typed.__name__}Response", (TypedResponse,), {"typed": typed})


class TypedResponseExtension(OpenApiSerializerExtension):  # type: ignore[no-untyped-call]
    """Draws the schema of a TypedDict, and of those inside it."""

    target_class = TypedResponse
    match_subclasses = True

    def get_name(self, auto_schema: Any, direction: Any) -> str:
        return str(self.target.typed.__name__)

    def map_serializer(self, auto_schema: Any, direction: Any) -> Schema:
        return _object_schema(self.target.typed, auto_schema.registry)


def _object_schema(typed: type, registry: Any) -> Schema:
    hints = get_type_hints(typed, include_extras=True)
    schema: Schema = {
        "type": "object",
        "properties": {name: _schema(hint, registry) for name, hint in hints.items()},
        "required": sorted(hints),
    }
    if typed.__doc__:
        schema["description"] = typed.__doc__.strip().splitlines()[0]
    return schema


def _schema(hint: Any, registry: Any) -> Schema:
    if is_typeddict(hint):
        return _reference(hint, registry)
    origin, arguments = get_origin(hint), get_args(hint)
    if origin in (list, dict):
        inner = _schema(arguments[-1], registry)
        if origin is list:
            return {"type": "array", "items": inner}
        return {"type": "object", "additionalProperties": inner}
    if origin is Literal:
        return {"type": "string", "enum": [str(argument) for argument in arguments]}
    if origin in (Union, types.UnionType):
        return _optional(arguments, registry)
    return _plain(hint)


def _plain(hint: Any) -> Schema:
    if isinstance(hint, type) and issubclass(hint, Enum):
        return {"type": "string", "enum": [member.value for member in hint]}
    return PLAIN[hint]


def _optional(arguments: tuple[Any, ...], registry: Any) -> Schema:
    inner = [_schema(a, registry) for a in arguments if a is not type(None)]
    (only,) = inner
    if "$ref" in only:
        return {"allOf": [only], "nullable": True}
    return {**only, "nullable": True}


def _reference(typed: type, registry: Any) -> Schema:
    component = ResolvedComponent(  # type: ignore[no-untyped-call]
        name=typed.__name__,
        type=ResolvedComponent.SCHEMA,
        object=TypedResponse.of(typed),
        schema={},
    )
    if component not in registry:
        registry.register(component)
        component.schema = _object_schema(typed, registry)
    return dict(registry[component].ref)
