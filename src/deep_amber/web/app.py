"""The application factory."""

from collections import OrderedDict
from pathlib import Path

from flask_openapi3 import Info, OpenAPI

from .. import __version__
from ..core.simulation import SETTLED, Quality
from ..formats.own_json import LARGEST_FILE
from ..store.database import open_store
from ..store.ideas import clean_up
from .answers import invalid_body
from .arranging import arranging
from .begin import begin
from .bench import bench
from .calibrating import calibrating
from .card import card
from .comparing import comparing
from .complaining import complaining
from .devices import device_routes
from .errors import register_errors
from .expose import exposing
from .frames import frames
from .gear import gear
from .guards import LOCAL_HOSTS, register_guards
from .hands import hands
from .ideas import ideas
from .instruments import instruments
from .judging import judging
from .key import key
from .kit import kit
from .lan import Lan, register_pairing
from .lan_routes import lan_routes
from .log import log
from .metering import metering
from .pages import pages
from .pictures import PictureDesk
from .planning import planning
from .practising import practising
from .progressing import progressing
from .reading import reading
from .request_log import log_requests
from .shelf import shelf
from .shoot import shoot_view
from .sittings import poses, sittings
from .steps import steps
from .wish import wish


def create_app(
    data_folder: Path,
    hosts: frozenset[str] = frozenset(),
    settled: Quality = SETTLED,
    described: bool = False,
    lan: Lan | None = None,
    effort: float = 1.0,
) -> OpenAPI:
    """The application on a data folder.

    Parameters
    ----------
    data_folder : holds the database; made when it is missing
    hosts : host names it answers to beside this machine's own
    settled : of pictures at rest
    described : whether its OpenAPI document is made, which takes seconds
    lan : pairs other devices of the home network; None refuses all but this machine
    effort : of the usual, that plans are searched with
    """
    app = OpenAPI(
        __name__,
        info=Info(title="Deep Amber", version=__version__),
        static_folder=None,
        validation_error_callback=invalid_body,
        doc_ui=False,  # the description is docs/openapi.json; no page of the framework is served
    )
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_FILE
    app.extensions["folder"] = data_folder
    app.extensions["sessions"] = open_store(data_folder)
    clean_up(data_folder)
    app.extensions["pictures"] = PictureDesk(settled)
    app.extensions["lan"] = lan
    app.config["EFFORT"] = effort
    app.extensions["thumbnails"] = OrderedDict()
    app.extensions["practice"] = OrderedDict()
    for routes in (
        shelf,
        bench,
        gear,
        kit,
        steps,
        key,
        wish,
        instruments,
        exposing,
        metering,
        device_routes,
        frames,
        begin,
        ideas,
        sittings,
        poses,
        shoot_view,
        log,
        judging,
        calibrating,
        card,
        planning,
        arranging,
        complaining,
        comparing,
        practising,
        progressing,
        hands,
        reading,
        lan_routes,
    ):
        routes.register(app, described)
    register_pairing(app)
    app.register_blueprint(pages)
    register_errors(app)
    log_requests(app)
    register_guards(app, LOCAL_HOSTS | hosts, lan)
    return app
