"""Answers questions about colour transforms with OpenColorIO, for the reference checks.

Reads one JSON object on stdin: {"transform": {...}, "pixels": [[r, g, b], ...]}; answers {"pixels": [...]}.
"""

import json
import sys

import numpy
import PyOpenColorIO as ocio


def build(spec):
    kind = spec["kind"]
    if kind == "builtin":
        return ocio.BuiltinTransform(spec["style"])
    if kind == "file":
        return ocio.FileTransform(
            spec["path"], spec.get("ccc", ""), interpolation=INTERPOLATION[spec["interpolation"]]
        )
    if kind == "monCurve":
        t = ocio.ExponentWithLinearTransform()
        t.setGamma([spec["gamma"]] * 3 + [1.0])
        t.setOffset([spec["offset"]] * 3 + [0.0])
        return t
    if kind == "exponent":
        return ocio.ExponentTransform([spec["gamma"]] * 3 + [1.0])
    if kind == "cdl":
        t = ocio.CDLTransform()
        t.setSlope(spec["slope"])
        t.setOffset(spec["offset"])
        t.setPower(spec["power"])
        t.setSat(spec["saturation"])
        t.setStyle(ocio.CDL_NO_CLAMP)
        return t
    if kind == "logAffine":
        t = ocio.LogAffineTransform()
        t.setBase(spec["base"])
        t.setLogSideSlopeValue([spec["logSideSlope"]] * 3)
        t.setLogSideOffsetValue([spec["logSideOffset"]] * 3)
        t.setLinSideSlopeValue([spec["linSideSlope"]] * 3)
        t.setLinSideOffsetValue([spec["linSideOffset"]] * 3)
        return t
    if kind == "gamutCompression":
        return ocio.FixedFunctionTransform(ocio.FIXED_FUNCTION_ACES_GAMUT_COMP_13, spec["params"])
    if kind == "group":
        group = ocio.GroupTransform()
        for part in spec["parts"]:
            group.appendTransform(build(part))
        return group
    raise ValueError(kind)


INTERPOLATION = {"tetrahedral": ocio.INTERP_TETRAHEDRAL, "trilinear": ocio.INTERP_LINEAR}

question = json.load(sys.stdin)
spec = question["transform"]
if spec["kind"] == "view":
    # A configuration from a file: from one of its spaces to a view of one of its displays.
    config = ocio.Config.CreateFromFile(spec["config"])
    processor = config.getProcessor(
        ocio.DisplayViewTransform(src=spec["from"], display=spec["display"], view=spec["view"])
    )
else:
    transform = build(spec)
    if question.get("inverse"):
        transform.setDirection(ocio.TRANSFORM_DIR_INVERSE)
    processor = ocio.Config.CreateRaw().getProcessor(transform)
# Lossless: no approximated powers or logarithms, float in and out.
cpu = processor.getOptimizedCPUProcessor(ocio.BIT_DEPTH_F32, ocio.BIT_DEPTH_F32, ocio.OPTIMIZATION_LOSSLESS)
flat = numpy.array(question["pixels"], dtype=numpy.float32)
cpu.apply(ocio.PackedImageDesc(flat, len(question["pixels"]), 1, 3))
json.dump({"pixels": flat.tolist()}, sys.stdout)
