"""Loads OpenColorIO configurations, and tells what each holds. JSON in, JSON out."""
import json
import sys

import PyOpenColorIO as OCIO

answers = []
for text in json.load(sys.stdin)["configs"]:
    try:
        config = OCIO.Config.CreateFromStream(text)
        config.validate()
        answers.append({
            "looks": list(config.getLookNames()),
            "spaces": list(config.getColorSpaceNames()),
            "views": [list(config.getViews(d)) for d in config.getDisplays()],
        })
    except Exception as error:  # what the reader says is the answer
        answers.append({"error": str(error)})
json.dump({"configs": answers}, sys.stdout)
