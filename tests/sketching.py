"""Photographed sketch pages that tests draw themselves, with their truth."""

import cv2
import numpy as np

PAGE_W, PAGE_H = 1400, 1000


def steps_picture(height, width):
    """A small landscape in four steps: 0 = paper ... 3 = darkest."""
    steps = np.zeros((height, width), np.uint8)
    x = np.arange(width) / width
    ridge = (height * (0.42 + 0.10 * np.sin(5 * x + 0.6))).astype(int)
    field = (height * (0.66 + 0.05 * np.cos(4 * x))).astype(int)
    for column in range(width):
        steps[ridge[column] :, column] = 1
        steps[field[column] :, column] = 2
    cv2.circle(steps, (int(0.76 * width), int(0.52 * height)), int(0.14 * height), 3, -1)
    return steps


def _hatched(steps, tool, rng):
    """Ink of each pixel, 0-1, for hatching by pencil or pen, or flat marker."""
    height, width = steps.shape
    ink = np.zeros((height, width), np.float32)
    if tool == "marker":
        return np.array([0.0, 0.22, 0.5, 0.85], np.float32)[steps]
    y, x = np.mgrid[0:height, 0:width]
    dark = {"pencil": (0.4, 0.55, 0.8), "pen": (0.95, 0.95, 0.95)}[tool]
    gap = {"pencil": (9, 6, 4), "pen": (13, 7, 4)}[tool]
    thick = {"pencil": (2.0, 2.6, 3.2), "pen": (1.3, 2.4, 3.2)}[tool]
    for level in (1, 2, 3):
        slope = 0.6 + 0.25 * level
        phase = (x + slope * y + rng.normal(0, 0.4, (height, 1))) % gap[level - 1]
        line = (phase < thick[level - 1]) & (steps >= level) if level < 3 else (phase < thick[2]) & (steps == 3)
        ink = np.where(line, np.maximum(ink, dark[level - 1]), ink)
    return ink


def _frame_lines(ink, box, tool, broken, rng):
    x0, y0, x1, y1 = box
    corners = [(x0, y0), (x1, y0), (x1, y1), (x0, y1)]
    dark = 0.95 if tool != "pencil" else 0.75
    for (ax, ay), (bx, by) in zip(corners, corners[1:] + corners[:1], strict=True):
        count = 60
        t = np.linspace(0, 1, count)
        px = ax + (bx - ax) * t + rng.normal(0, 0.5, count)
        py = ay + (by - ay) * t + rng.normal(0, 0.5, count)
        for i in range(count - 1):
            if broken and 0.38 < t[i] < 0.62:
                continue
            cv2.line(ink, (round(px[i]), round(py[i])), (round(px[i + 1]), round(py[i + 1])), dark, 3, cv2.LINE_AA)


def draw_page(boxes, tool="pencil", *, broken=False, framed=True, seed=5):
    """A flat page: linear light (H, W, 3), and the steps drawn in each box."""
    rng = np.random.default_rng(seed)
    ink = np.zeros((PAGE_H, PAGE_W), np.float32)
    truth = []
    for x0, y0, x1, y1 in boxes:
        steps = steps_picture(y1 - y0, x1 - x0)
        truth.append(steps)
        ink[y0:y1, x0:x1] = np.maximum(ink[y0:y1, x0:x1], _hatched(steps, tool, rng))
        if framed:
            _frame_lines(ink, (x0, y0, x1, y1), tool, broken, rng)
    paper = np.array([0.84, 0.82, 0.76], np.float32) * (1 + 0.01 * rng.standard_normal((PAGE_H, PAGE_W, 1)))
    page = paper * (1 - ink[..., None]) + 0.03 * ink[..., None]
    return np.clip(page, 0, 1).astype(np.float32), truth


def photograph(page, boxes, *, tilt=0.0, shadow=False, light=0.25):
    """Lay a page on a dark table, at an angle, unevenly lit: sRGB-linear photo and the boxes' corners in it (shares)."""
    width, height = 1600, 1200
    angle = np.deg2rad(tilt)
    middle = np.array([width / 2, height / 2])
    turn = np.array([[np.cos(angle), -np.sin(angle)], [np.sin(angle), np.cos(angle)]])
    half = np.array([[-560, -400], [560, -400], [590, 410], [-585, 405]], float)
    goal = (half @ turn.T + middle).astype(np.float32)
    source = np.array([[0, 0], [PAGE_W, 0], [PAGE_W, PAGE_H], [0, PAGE_H]], np.float32)
    matrix = cv2.getPerspectiveTransform(source, goal)
    photo = np.full((height, width, 3), 0.05, np.float32)
    laid = cv2.warpPerspective(page, matrix, (width, height), flags=cv2.INTER_AREA)
    mask = cv2.warpPerspective(np.ones(page.shape[:2], np.float32), matrix, (width, height))[..., None]
    photo = laid * mask + photo * (1 - mask)
    y, x = np.mgrid[0:height, 0:width]
    gain = 1 - light * (x / width) - 0.5 * light * (y / height) ** 2
    if shadow:
        hand = np.exp(-(((x - 0.98 * width) / 420) ** 2 + ((y - 0.9 * height) / 330) ** 2))
        gain = gain * (1 - 0.45 * hand)
    photo = np.clip(photo * gain[..., None] * np.array([1.06, 1.0, 0.86]), 0, 1).astype(np.float32)
    corners = []
    for x0, y0, x1, y1 in boxes:
        box = np.array([[[x0, y0], [x1, y0], [x1, y1], [x0, y1]]], np.float32)
        at = cv2.perspectiveTransform(box, matrix)[0] / (width, height)
        corners.append([(float(px), float(py)) for px, py in at])
    return photo, corners
