"""The film model of docs/film.md built again in numpy, from that page alone, for the reference checks.

Reads one JSON object on stdin: {"cases": [{"negative", "print", "settings", "index", "push", "lights", "pixels"}]};
answers {"cases": [{"lights": [...], "negative": [...], "densities": [...], "light": [...]}]}.
"""

import json
import sys

import numpy as np

LAYERS = ("red", "green", "blue")
GREY = 0.18


def soft(x):
    return np.logaddexp(0.0, x)


def soft_inverse(y):
    return np.where(y > 30, y, np.log(np.expm1(np.minimum(y, 30))))


class Curve:
    def __init__(self, p):
        self.p = p
        self.range = p["dMax"] - p["dMin"]
        self.foot = self.range - p["shoulder"] * soft(self.range / p["shoulder"])
        self.scale = self.range / (self.range - self.foot)
        self.start = p["speed"] - self.line(min(0.15, self.range / 2)) / p["gamma"]

    def line(self, above):
        t, s, r = self.p["toe"], self.p["shoulder"], self.range
        held = np.clip(above, r * 1e-6, r * (1 - 1e-6))
        u = r - s * soft_inverse((r - (held / self.scale + self.foot)) / s)
        return t * soft_inverse(np.maximum(u, t * 1e-12) / t)

    def density(self, x):
        t, s, r = self.p["toe"], self.p["shoulder"], self.range
        u = t * soft(self.p["gamma"] * (x - self.start) / t)
        return self.p["dMin"] + self.scale * (r - s * soft((r - u) / s) - self.foot)

    def exposure(self, d):
        return self.start + self.line(d - self.p["dMin"]) / self.p["gamma"]


def mix(shares, sign=1.0):
    rg, rb = sign * shares["redFromGreen"], sign * shares["redFromBlue"]
    gr, gb = sign * shares["greenFromRed"], sign * shares["greenFromBlue"]
    br, bg = sign * shares["blueFromRed"], sign * shares["blueFromGreen"]
    return np.array([[1 - rg - rb, rg, rb], [gr, 1 - gr - gb, gb], [br, bg, 1 - br - bg]])


def negative_densities(stock, rgb, index, push):
    p = stock["push"]
    above, base = [], []
    for name in LAYERS:
        c = dict(stock["layers"][name])
        c["gamma"] = max(c["gamma"] * (1 + push * p["gamma"]), 0.1)
        c["speed"] -= push * p["speed"] * np.log10(2)
        fog = p["fog"] * max(push, 0)
        c["dMin"] += fog
        c["dMax"] += fog
        seen = np.maximum(rgb @ np.array(stock["sensitivity"][name]) / GREY, 1e-5)
        above.append(Curve(c).density(np.log10(seen) + index * np.log10(2)) - c["dMin"])
        base.append(c["dMin"])
    return np.array(base) + np.stack(above, axis=-1) @ mix(stock["interLayer"], -1.0).T


def over_grey(stock, rgb, index, push):
    if stock is None:
        return 0.6 * np.log10(np.maximum(rgb / GREY, 1e-6))
    grey = negative_densities(stock, np.full((1, 3), GREY), 0, 0)
    return negative_densities(stock, rgb, index, push) - grey


class Print:
    def __init__(self, stock, settings):
        self.stock, self.settings = stock, settings
        b, w = settings["blackSoft"], settings["whiteSoft"]
        self.curves = []
        for name in LAYERS:
            c = dict(stock["layers"][name])
            c["gamma"] *= settings["contrast"]
            c["dMax"] -= 0.45 * b * (c["dMax"] - c["dMin"])
            c["shoulder"] += 0.7 * b
            c["toe"] += 0.5 * w
            self.curves.append(Curve(c))
        self.middle = [Curve(stock["layers"][n]).exposure(stock["aim"]) for n in LAYERS]
        self.silver = 0.45 * settings["silver"]
        self.base = np.mean([stock["layers"][n]["dMin"] for n in LAYERS])

    def timer(self, grey):
        wanted = (self.stock["aim"] + self.silver * self.base) / (1 + self.silver)
        return [
            float(25 - (self.curves[i].exposure(wanted) - self.middle[i] + grey[i]) / 0.025) for i in range(3)
        ]

    def densities(self, delta, lights):
        n = self.settings["density"]
        dyes = np.stack(
            [
                self.curves[i].density(self.middle[i] - 0.025 * (lights[i] - n - 25) - delta[..., i])
                for i in range(3)
            ],
            axis=-1,
        )
        silver = self.silver * dyes.mean(axis=-1, keepdims=True)
        return dyes @ mix(self.stock["dyes"]).T + silver - self.silver * self.base

    def light(self, densities, bare, darkest):
        white = min(self.stock["layers"][n]["dMin"] for n in LAYERS)
        black = (1 - self.settings["blackSoft"]) * np.mean(10 ** (white - bare))
        return np.clip((10 ** (white - densities) - black) / (1 - black), darkest, 1)


def answer(case):
    negative, stock = case["negative"], case["print"]
    rgb = np.array(case["pixels"], dtype=float)
    develop = lambda light: over_grey(negative, light, case["index"], case["push"])
    delta = develop(rgb)
    made = Print(stock, case["settings"])
    lights = case["lights"] or made.timer(develop(np.full((1, 3), GREY))[0])
    densities = made.densities(delta, lights)
    bare = made.densities(develop(np.zeros((1, 3))), lights)[0]
    return {
        "lights": list(lights),
        "negative": delta.tolist(),
        "densities": densities.tolist(),
        "light": made.light(densities, bare, case["darkest"]).tolist(),
    }


json.dump({"cases": [answer(c) for c in json.load(sys.stdin)["cases"]]}, sys.stdout)
