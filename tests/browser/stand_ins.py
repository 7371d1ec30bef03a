"""Camera and trigger of a test, chosen on the page Devices."""

from deep_amber.core.picture.lens_rays import Size
from deep_amber.core.simulation.quality import DRAGGED
from deep_amber.devices.camera import CameraDevice
from deep_amber.devices.protocol import Device
from deep_amber.devices.trigger import Trigger
from tests.devices.test_devices import Clock

from .page import PageTest

QUALITY = DRAGGED.__class__(**(vars(DRAGGED) | {"size": Size(320, 400), "outlines": True}))


class Ticking(Clock):
    """Ten seconds go by each time it is looked at: every flash is ready."""

    def __call__(self) -> float:
        self.at += 10
        return self.at


class WithStandIns(PageTest):
    def devices(self) -> dict[str, Device]:
        """Camera and trigger of the test, chosen on the page Devices."""
        made = {
            "camera": Device(CameraDevice(QUALITY, sleep=lambda _: None).handle),
            "trigger": Device(Trigger(Ticking()).handle),
        }
        self.page.goto(self.server.address + "/devices")
        for kind, device in made.items():
            device.begin()
            self.addCleanup(device.server_close)
            self.addCleanup(device.shutdown)
            field = self.page.get_by_role("textbox", name=f"Address of the {kind}")
            field.fill(str(device.address))
            field.press("Tab")
            self.page.locator(f'.device[aria-label="{kind}"]').get_by_text("answers:", exact=False).wait_for()
        return made
