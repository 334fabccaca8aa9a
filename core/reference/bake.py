"""Bakes one transform with OpenColorIO into every LUT format it writes, for the reference checks.

Reads {"grid": n, "shaper": n, "endings": [...]} on stdin; answers {"files": {ending: text}, "nodes": what its grid's nodes
become, red fastest}. Formats are found by the ending of their files; points before the table are for .csp alone.
"""

import json
import sys

import PyOpenColorIO as ocio

question = json.load(sys.stdin)
config = ocio.Config.CreateRaw()
flat = ocio.ColorSpace(name="flat")
bent = ocio.ColorSpace(name="bent")
group = ocio.GroupTransform()
group.appendTransform(ocio.ExponentTransform([1.7, 1.3, 0.8, 1.0]))
cdl = ocio.CDLTransform()
cdl.setSat(0.7)
cdl.setSlope([0.9, 0.8, 0.7])
cdl.setStyle(ocio.CDL_NO_CLAMP)
group.appendTransform(cdl)
bent.setTransform(group, ocio.COLORSPACE_DIR_FROM_REFERENCE)
config.addColorSpace(flat)
config.addColorSpace(bent)
shaped = ocio.ColorSpace(name="shaped")
shaped.setTransform(ocio.ExponentTransform([0.5, 0.5, 0.5, 1.0]), ocio.COLORSPACE_DIR_FROM_REFERENCE)
config.addColorSpace(shaped)

files = {}
for name, ending in ocio.Baker.getFormats():
    if ending not in question["endings"] or ending in files:
        continue
    baker = ocio.Baker(config, name, "flat", "bent")
    baker.setCubeSize(question["grid"])
    if question.get("shaper") and ending == "csp":
        baker.setShaperSpace("shaped")
        baker.setShaperSize(question["shaper"])
    files[ending] = baker.bake()

processor = config.getProcessor("flat", "bent").getOptimizedCPUProcessor(
    ocio.BIT_DEPTH_F32, ocio.BIT_DEPTH_F32, ocio.OPTIMIZATION_LOSSLESS
)
steps = question["grid"]
pixels = [
    processor.applyRGB([r / (steps - 1), g / (steps - 1), b / (steps - 1)])
    for b in range(steps)
    for g in range(steps)
    for r in range(steps)
]
json.dump({"files": files, "nodes": pixels}, sys.stdout)
