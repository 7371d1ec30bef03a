"""Camera: shutter time and white balance against the lights."""

from collections.abc import Iterator
from dataclasses import replace

from ..answer import mend
from ..exposure.shutter import dark_share
from ..kit.colour import balance_for, temperature_of
from ..model.set import Set
from ..simulation.key import key_index_of
from ..sitter.mesh import SitterMesh
from .finding import Finding


def settings_findings(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    """What there is to say about time and white balance."""
    camera = photo_set.camera
    on = [light for light in photo_set.lights if light.on]
    if any(light.is_flash for light in on) and dark_share(camera) > 0:
        made = replace(photo_set, camera=replace(camera, time=camera.sync_time))
        answer = mend(made, "camera.sync", {"time_s": camera.sync_time})
        yield Finding("camera.sync", "warn", {"time_s": camera.time, "sync_s": camera.sync_time}, mend=answer)
    index = key_index_of(photo_set, mesh)
    if index is None:
        return
    key = photo_set.lights[index]
    balanced = balance_for(key, camera.white_balance)
    if balanced is not None:
        temperature = temperature_of(key)
        off = 1e6 / temperature - 1e6 / camera.white_balance
        made = replace(photo_set, camera=replace(camera, white_balance=balanced))
        yield Finding(
            "camera.balance",
            "warn",
            {"key_k": temperature, "balance_k": camera.white_balance, "off_mired": off},
            {"light": key.name, "cast": "warm" if off > 0 else "cool"},
            mend(made, "camera.balance", {"balance_k": balanced}),
        )
