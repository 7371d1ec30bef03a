"""A real picture against its set, or alone: stops at each surface, the next correction, balance, pattern, exposure."""

import base64
from dataclasses import asdict
from typing import Any

import numpy as np
from flask import Response, current_app

from ..core.capture.card_in_set import card_in_picture, card_place, card_reading
from ..core.capture.judge import Place, colour_about, judge, label_of, mean_about, places_of, same_pattern
from ..core.capture.real_card import CardRead, card_read
from ..core.capture.sharp import detail_between
from ..core.capture.without_set import exposed_as
from ..core.capture.zones import clipped_zones
from ..core.expose.hand_meter import HandMeter, meter_reading
from ..core.expose.histogram import BLACK, WHITE, channels_of
from ..core.exposure.meter import stops_apart
from ..core.model import Set
from ..core.presenting.judged import card_text, corrections, exposed_texts, pattern_text, soft_text
from ..core.problem import NotAccepted, Problem
from ..core.simulation.simulate import simulated, veiled_picture
from ..core.simulation.stages import Stages
from ..core.srgb import encoded
from ..core.units import metered_aperture_text
from ..formats.picture_file import jpeg_bytes
from ..formats.real_picture import Box, framed, read_real_picture
from ..store import log as store
from ..store.frames import frame_file
from .answers import answer
from .log_schemas import CorrectionLineOut, EntryPath, JudgedOut, JudgeIn, MarkOut
from .log_told import tags_out
from .pictures import PictureDesk
from .routes import Routes
from .sitting_schemas import ReadingOut

judging = Routes("real pictures", "/api/log", ("404", "413", "422", "503"))
USUAL_BALANCE = 5600.0  # [K] where nothing else is known
ALONE = {"lit_cheek": ("lit cheek", 0.42, 0.42), "shadow_cheek": ("shadow cheek", 0.58, 0.42),
         "backdrop": ("backdrop", 0.12, 0.3)}  # fmt: skip
"""Marks of a picture without a set, about where a portrait has them; the user puts them right."""
CARD = "card"


@judging.post("/<string:entry_id>/judge", responses={"200": JudgedOut})
def judge_picture(path: EntryPath, body: JudgeIn) -> Response:
    """Against the set as it was when the picture was brought in; alone where there is none."""
    sessions = current_app.extensions["sessions"]
    entry = store.entry_of(sessions, path.entry_id)
    file = frame_file(sessions, current_app.extensions["folder"], path.entry_id, entry.raw or "jpg").read_bytes()
    real = read_real_picture(file)
    photo_set = store.set_at(sessions, path.entry_id)
    codes = np.round(encoded(np.clip(real.linear, 0, 1)) * 255).astype(np.uint8)
    common = {
        "histogram": channels_of(codes), "tags": tags_out(real.tags), "linear": real.raw,
        "clipped": {"white": float((codes.max(2) >= WHITE).mean()), "black": float((codes.max(2) <= BLACK).mean())},
    }  # fmt: skip
    balance = body.white_balance or (photo_set.camera.white_balance if photo_set else USUAL_BALANCE)
    card = card_read(colour_about(real.linear, *body.marks[CARD]), balance) if CARD in body.marks else None
    said = [card_text(card, balance)] if card else []
    if photo_set is None:
        return answer(_alone(real.linear, body, card, said, common))
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        return answer(_against(stages, photo_set, real.linear, body, card, said, common))


@judging.post("/<string:entry_id>/card", responses={"201": ReadingOut})
def keep_card(path: EntryPath, body: JudgeIn) -> Response:
    """Keeps what the set's grey card shows in the picture as a reading of the log, for calibration."""
    sessions = current_app.extensions["sessions"]
    entry, photo_set = store.entry_of(sessions, path.entry_id), store.set_at(sessions, path.entry_id)
    here = card_place(photo_set) if photo_set else None
    at = body.marks.get(CARD) or (card_in_picture(photo_set) if photo_set else None)
    if photo_set is None or here is None or at is None:
        raise NotAccepted(
            [Problem("marks.card", "the set has no grey card in the picture", "a set with a grey card as a panel")]
        )
    file = frame_file(sessions, current_app.extensions["folder"], path.entry_id, entry.raw or "jpg").read_bytes()
    desk: PictureDesk = current_app.extensions["pictures"]
    with desk.beside_picture(photo_set) as stages:
        size = stages.quality.size
        part, box = framed(read_real_picture(file).linear, (size.width, size.height))
        marked = body.marks.get(CARD)
        shown = card_reading(stages, part, _within(box, marked) if marked else at)
        computed = meter_reading(stages, HandMeter(*here, "flat")).aperture
    if shown is None:
        raise NotAccepted(
            [Problem("marks.card", "the card is too light or too dark to tell", "a card between the two")]
        )
    place, aim = (asdict(k) for k in here)
    off = stops_apart(shown, computed)
    told = {
        "at": None, "place": place, "toward": "aim", "aim": aim, "receptor": "flat", "lights": None, "aperture": shown,
        "computed": computed, "off": off, "which": "card",
    }  # fmt: skip
    name = f"grey card in {entry.name}"
    store.add_entry(sessions, store.New("reading", name, entry.about, told, photo_set=photo_set))
    words = f"{name}: {metered_aperture_text(shown)}, computed {metered_aperture_text(computed)}"
    made = ReadingOut(
        shown=metered_aperture_text(shown), computed=metered_aperture_text(computed), off=off, words=words
    )
    return answer(made, 201)


def _in_file(box: Box, at: Place) -> Place:
    """A place of the set's picture in the whole file."""
    return (box[0] + at[0] * box[2], box[1] + at[1] * box[3])


def _within(box: Box, at: Place) -> Place:
    """A place of the whole file in the part that the set's picture shows."""
    return ((at[0] - box[0]) / box[2], (at[1] - box[1]) / box[3])


def _against(
    stages: Stages, photo_set: Set, linear: np.ndarray, body: JudgeIn, card: CardRead | None, said: list[str],
    common: dict[str, Any],
) -> JudgedOut:  # fmt: skip
    size = stages.quality.size
    part, box = framed(linear, (size.width, size.height))
    made = judge(stages, part, {k: _within(box, at) for k, at in body.marks.items()})
    same = same_pattern(stages, made)
    computed = veiled_picture(stages)[0].reshape(size.height, size.width, 3)
    soft = soft_text(detail_between(stages, part, computed))
    picture = simulated(stages).picture
    common["clipped"] |= clipped_zones(stages, part)
    shown = base64.b64encode(jpeg_bytes(picture, fine=True)).decode()
    proposed = {k: (float(np.median(at[:, 0])), float(np.median(at[:, 1]))) for k, at in places_of(stages).items()}
    card_at = card_in_picture(photo_set)
    named = {k: label_of(k) for k in proposed} | {CARD: "grey card"}
    proposed |= {CARD: card_at} if card_at is not None else {}
    marks = [
        MarkOut(name=k, label=named[k], x=x, y=y)
        for k, at in proposed.items()
        for x, y in [body.marks.get(k) or _in_file(box, at)]
    ]
    return JudgedOut(
        predicted=f"data:image/jpeg;base64,{shown}", marks=marks, surfaces=list(made.surfaces), lights=list(made.lights),
        corrections=[CorrectionLineOut(text=t, wrong=w) for t, w in corrections(photo_set, made)], overall=made.overall,
        left=made.left, ratio=[made.ratio_stops, made.computed_ratio_stops], same=same, card=card,
        said=[*soft, pattern_text(same), *said], predicted_histogram=channels_of(picture), **common,
    )  # fmt: skip


def _alone(
    linear: np.ndarray, body: JudgeIn, card: CardRead | None, said: list[str], common: dict[str, Any]
) -> JudgedOut:
    marks = [
        MarkOut(name=k, label=label, x=body.marks.get(k, (x, y))[0], y=body.marks.get(k, (x, y))[1])
        for k, (label, x, y) in ALONE.items()
    ]
    values = {k.name: mean_about(linear, k.x, k.y) for k in marks if k.name in body.marks}
    if CARD in body.marks:
        values[CARD] = mean_about(linear, *body.marks[CARD])
    tags = common["tags"]
    found = exposed_as(values, body.skin, tags.aperture, tags.time, tags.sensitivity)
    hint = ["Point at the lit cheek, or at a grey card, to see which settings would have been right."]
    return JudgedOut(
        predicted="", marks=marks, surfaces=[], lights=[], corrections=[], overall=0.0, left=0.0, ratio=[], same=None,
        card=card, said=[*(exposed_texts(found) if found else hint), *said], predicted_histogram=None, **common,
    )  # fmt: skip
