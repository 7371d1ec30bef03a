"""Mesh operations of the bake: subdivision, clipping, normals, sphere fit."""

import numpy as np
import scipy.sparse as sp


def smoothstep(low, high, value):
    t = np.clip((value - low) / (high - low), 0, 1)
    return t * t * (3 - 2 * t)


def triangles(quads):
    """(m, 4) quads -> (k, 3) triangles, degenerate ones dropped."""
    t = np.concatenate([quads[:, [0, 1, 2]], quads[:, [0, 2, 3]]])
    keep = (t[:, 0] != t[:, 1]) & (t[:, 1] != t[:, 2]) & (t[:, 0] != t[:, 2])
    return t[keep]


def compact(faces, count):
    """Used vertex indices and the faces renumbered to them."""
    used = np.unique(faces)
    renumber = np.full(count, -1)
    renumber[used] = np.arange(len(used))
    return used, renumber[faces]


def unit(vectors):
    return vectors / np.maximum(np.linalg.norm(vectors, axis=-1, keepdims=True), 1e-20)


def vertex_normals(vertices, faces):
    corners = vertices[faces]
    cross = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])
    normals = np.zeros_like(vertices)
    for k in range(3):
        np.add.at(normals, faces[:, k], cross)
    return unit(normals)


def fit_sphere(points):
    """Least-squares centre and radius."""
    matrix = np.c_[2 * points, np.ones(len(points))]
    x = np.linalg.lstsq(matrix, (points**2).sum(1), rcond=None)[0]
    return x[:3], float(np.sqrt(x[3] + x[:3] @ x[:3]))


def catmull_clark(quads, count):
    """One subdivision as a linear operator: S (n2, count) sparse and the new quads.

    Vertex order of the result: old vertices, face points, edge points.
    """
    m = len(quads)
    edges = np.sort(np.stack([quads, np.roll(quads, -1, 1)], -1).reshape(-1, 2), 1)
    unique, inverse = np.unique(edges, axis=0, return_inverse=True)
    inverse = inverse.ravel()
    ne = len(unique)
    face_rows = np.repeat(np.arange(m), 4)
    edge_rows = np.repeat(np.arange(ne), 2)
    face_point = sp.csr_matrix((np.full(4 * m, 0.25), (face_rows, quads.ravel())), (m, count))
    edge_middle = sp.csr_matrix((np.full(2 * ne, 0.5), (edge_rows, unique.ravel())), (ne, count))
    faces_of_edge = sp.csr_matrix((np.ones(4 * m), (inverse, face_rows)), (ne, m))
    border = np.bincount(inverse, minlength=ne) != 2
    edge_point = sp.diags(np.where(border, 1, 0.5)) @ edge_middle
    edge_point = edge_point + sp.diags(np.where(border, 0, 0.25)) @ (faces_of_edge @ face_point)
    at_face = sp.csr_matrix((np.ones(4 * m), (quads.ravel(), face_rows)), (count, m))
    at_face.data[:] = 1
    at_edge = sp.csr_matrix((np.ones(2 * ne), (unique.ravel(), edge_rows)), (count, ne))
    faces_at = np.maximum(np.asarray(at_face.sum(1)).ravel(), 1)
    valence = np.maximum(np.asarray(at_edge.sum(1)).ravel(), 1)
    on_border = np.zeros(count, bool)
    on_border[unique[border].ravel()] = True
    inner = (
        sp.diags(1 / faces_at / valence) @ (at_face @ face_point)
        + sp.diags(2 / valence / valence) @ (at_edge @ edge_middle)
        + sp.diags((valence - 3) / valence) @ sp.identity(count)
    )
    border_edges = at_edge @ sp.diags(border.astype(float))
    borders_at = np.maximum(np.asarray(border_edges.sum(1)).ravel(), 1)
    outer = sp.diags(0.5 / borders_at) @ (border_edges @ edge_middle) + 0.5 * sp.identity(count)
    old = sp.diags((~on_border).astype(float)) @ inner + sp.diags(on_border.astype(float)) @ outer
    operator = sp.vstack([old, face_point, edge_point]).tocsr()
    edge_index = inverse.reshape(m, 4) + count + m
    face_index = np.arange(m) + count
    new = [np.stack([quads[:, k], edge_index[:, k], face_index, edge_index[:, k - 1]], 1) for k in range(4)]
    return operator, np.stack(new, 1).reshape(-1, 4)


def subdivide_corner_uv(uv):
    """(m, 4, 2) texture corners of quads -> (4m, 4, 2) of the subdivided quads."""
    centre = uv.mean(1)
    middle = (uv + np.roll(uv, -1, 1)) / 2
    new = [np.stack([uv[:, k], middle[:, k], centre, middle[:, k - 1]], 1) for k in range(4)]
    return np.stack(new, 1).reshape(-1, 4, 2)


def clip_triangles(faces, field):
    """Keeps where the vertex field is positive.

    Returns the faces, rows (i, j, t) of new vertices (1 - t) v[i] + t v[j], and the cut edges.
    """
    count, index, rows, kept, cut = len(field), {}, [], [], []

    def new_vertex(i, j):
        key = (min(i, j), max(i, j))
        if key not in index:
            index[key] = count + len(rows)
            a, b = key
            rows.append((a, b, field[a] / (field[a] - field[b])))
        return index[key]

    for face in faces:
        inside = [field[i] > 0 for i in face]
        if sum(inside) == 3:
            kept.append(face)
        elif sum(inside) == 1:
            k = inside.index(True)
            a, b, c = face[k], face[(k + 1) % 3], face[(k + 2) % 3]
            p, q = new_vertex(a, b), new_vertex(a, c)
            kept.append([a, p, q])
            cut.append((p, q))
        elif sum(inside) == 2:
            k = inside.index(False)
            a, b, c = face[k], face[(k + 1) % 3], face[(k + 2) % 3]
            p, q = new_vertex(a, b), new_vertex(a, c)
            kept += [[p, b, c], [p, c, q]]
            cut.append((q, p))
    return np.array(kept), np.array(rows), np.array(cut)


def signed_distance_to_polygon(points, polygon):
    """(n,) distance to the outline, positive inside."""
    nearest = np.full(len(points), 9.0)
    inside = np.zeros(len(points), bool)
    for p, q in zip(polygon, np.roll(polygon, -1, 0), strict=True):
        edge = q - p
        t = np.clip(((points - p) @ edge) / (edge @ edge), 0, 1)
        nearest = np.minimum(nearest, np.linalg.norm(points - p - t[:, None] * edge, axis=1))
        crosses = (p[1] > points[:, 1]) != (q[1] > points[:, 1])
        with np.errstate(all="ignore"):
            x = p[0] + (points[:, 1] - p[1]) / (q[1] - p[1]) * edge[0]
        inside ^= crosses & (points[:, 0] < x)
    return np.where(inside, nearest, -nearest)
