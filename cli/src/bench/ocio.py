"""Times OpenColorIO on the same data as the benchmark, one thread, after two runs that warm it up.

Usage: ocio.py FRAME.raw WIDTH HEIGHT CUBE33 CUBE65, where FRAME.raw holds float32 RGB; or ocio.py output, for the ACES
output alone. Answers milliseconds as JSON.
"""

import json
import statistics
import sys
import time

import numpy
import PyOpenColorIO as ocio

RUNS = 7


def median_time(run):
    times = []
    for i in range(-2, RUNS):
        start = time.perf_counter()
        run()
        if i >= 0:
            times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def cpu_of(transform):
    return ocio.Config.CreateRaw().getProcessor(transform).getDefaultCPUProcessor()


def timed_apply(transform, pixels, w, h):
    cpu = cpu_of(transform)
    buffer = pixels.copy()

    def run():
        numpy.copyto(buffer, pixels)
        cpu.apply(ocio.PackedImageDesc(buffer, w, h, 3))

    return median_time(run)


def load(cube65):
    ocio.ClearAllCaches()
    cpu_of(ocio.FileTransform(cube65, interpolation=ocio.INTERP_TETRAHEDRAL))


def output_time():
    """ACEScct through the ACES SDR video output, 33³ colours."""
    axis = numpy.linspace(0, 1, 33, dtype=numpy.float32)
    blue, green, red = numpy.meshgrid(axis, axis, axis, indexing="ij")
    grid = numpy.stack([red, green, blue], axis=-1).reshape(-1).astype(numpy.float32)
    output = ocio.GroupTransform()
    output.appendTransform(ocio.BuiltinTransform("ACEScct_to_ACES2065-1"))
    output.appendTransform(ocio.BuiltinTransform("ACES-OUTPUT - ACES2065-1_to_CIE-XYZ-D65 - SDR-VIDEO_1.0"))
    output.appendTransform(ocio.BuiltinTransform("DISPLAY - CIE-XYZ-D65_to_REC.1886-REC.709"))
    return timed_apply(output, grid, 33**3, 1)


def cube_times(frame_file, width, height, cube33, cube65):
    frame = numpy.fromfile(frame_file, dtype=numpy.float32)
    times = {
        name: timed_apply(ocio.FileTransform(cube33, interpolation=kind), frame, int(width), int(height))
        for name, kind in [("tetrahedral", ocio.INTERP_TETRAHEDRAL), ("trilinear", ocio.INTERP_LINEAR)]
    }
    return {**times, "load65": median_time(lambda: load(cube65))}


answer = output_time() if sys.argv[1:] == ["output"] else cube_times(*sys.argv[1:])
json.dump(answer, sys.stdout)
