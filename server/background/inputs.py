"""Files as they are handed in."""

from __future__ import annotations

from typing import Any

from rest_framework import serializers

from server.background.services.ask_work import LARGEST_FILE, TakenIn
from server.platform.api.inputs import Key


class FileInput(serializers.Serializer[Any]):
    """A file, under a key its maker gave it."""

    id = Key()
    file = serializers.FileField(
        max_length=200,
        error_messages={"required": "No file was chosen.", "empty": "The file is empty."},
    )

    def validate_file(self, file: Any) -> TakenIn:
        """Read a file that is not too large."""
        if file.size > LARGEST_FILE:
            raise serializers.ValidationError(
                f"It has {file.size} bytes; up to {LARGEST_FILE} are taken."
            )
        return TakenIn(file.name, file.read())
