"""Camera: shutter time and white balance against the lights."""

from collections.abc import Iterator
from dataclasses import replace

from ..answer import mend
from ..gear.gels import GELS, shifted_temperature
from ..model.set import Set
from ..simulation.key import key_index_of
from ..sitter.mesh import SitterMesh
from .finding import Finding
from .room_lights import FASTEST_WITH_FLASH

SYNC_SPARE = 0.9  # of the usual sync time under which part of the frame stays dark
OFF_BALANCE = 25.0  # mired between the key and the white balance that show (assumption: a quarter gel is 40)


def settings_findings(photo_set: Set, mesh: SitterMesh) -> Iterator[Finding]:
    """What there is to say about time and white balance."""
    camera = photo_set.camera
    on = [light for light in photo_set.lights if light.on]
    if any(light.is_flash for light in on) and camera.time < SYNC_SPARE * FASTEST_WITH_FLASH:
        made = replace(photo_set, camera=replace(camera, time=FASTEST_WITH_FLASH))
        answer = mend(made, "camera.sync", {"time_s": FASTEST_WITH_FLASH})
        yield Finding("camera.sync", "warn", {"time_s": camera.time, "sync_s": FASTEST_WITH_FLASH}, mend=answer)
    index = key_index_of(photo_set, mesh)
    if index is None:
        return
    key = photo_set.lights[index]
    temperature = shifted_temperature(key.source.colour_temperature, sum(GELS[name].mired for name in key.gels))
    off = 1e6 / temperature - 1e6 / camera.white_balance
    if abs(off) >= OFF_BALANCE and not any(GELS[name].colour != (1.0, 1.0, 1.0) for name in key.gels):
        balanced = float(round(temperature / 100) * 100)
        made = replace(photo_set, camera=replace(camera, white_balance=balanced))
        yield Finding(
            "camera.balance",
            "warn",
            {"key_k": temperature, "balance_k": camera.white_balance, "off_mired": off},
            {"light": key.name, "cast": "warm" if off > 0 else "cool"},
            mend(made, "camera.balance", {"balance_k": balanced}),
        )
