"""What strands of hair rest on."""

from scipy.spatial import cKDTree

from .geometry import unit


class Collider:
    """Signed distance and normal of the nearest surface points."""

    def __init__(self, points, normals):
        self.tree, self.points, self.normals = cKDTree(points), points, normals

    def query(self, at):
        distance, index = self.tree.query(at, k=4)
        weight = 1 / (distance + 1e-3)
        weight /= weight.sum(1, keepdims=True)
        normal = unit((self.normals[index] * weight[..., None]).sum(1))
        depth = (((at[:, None] - self.points[index]) * self.normals[index]).sum(2) * weight).sum(1)
        return depth, normal
