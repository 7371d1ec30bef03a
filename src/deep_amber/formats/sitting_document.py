"""A sitting and a pose as they are kept and sent: JSON of their frozen dataclasses, checked."""

from pydantic import TypeAdapter

from ..core.problem import NotAccepted
from ..core.sitting.posing import Pose, pose_problems
from ..core.sitting.sitting import Sitting, sitting_problems

_SITTING, _POSE = TypeAdapter(Sitting), TypeAdapter(Pose)


def sitting_json(sitting: Sitting) -> str:
    """As text; `sitting_from` gives an equal one."""
    return _SITTING.dump_json(sitting).decode()


def sitting_from(text: str) -> Sitting:
    """One that was checked before it was kept."""
    return _SITTING.validate_json(text)


def checked_sitting(sitting: Sitting) -> Sitting:
    """The same; NotAccepted with everything that is wrong with it."""
    problems = sitting_problems(sitting)
    if problems:
        raise NotAccepted(problems)
    return sitting


def pose_json(pose: Pose) -> str:
    """As text."""
    return _POSE.dump_json(pose).decode()


def pose_from(text: str) -> Pose:
    """One that was checked before it was kept."""
    return _POSE.validate_json(text)


def checked_pose(pose: Pose) -> Pose:
    """The same; NotAccepted with everything that is wrong with it."""
    problems = pose_problems(pose)
    if problems:
        raise NotAccepted(problems)
    return pose
