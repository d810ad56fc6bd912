"""Counts matched notes with mir_eval: standard input [{reference, heard}], standard output [number]."""
import json
import sys

import mir_eval
import numpy as np


def arrays(notes):
    intervals = np.array([[n["onsetSeconds"], max(n["endSeconds"], n["onsetSeconds"] + 0.001)] for n in notes]).reshape(-1, 2)
    hertz = np.array([440 * 2 ** ((n["midi"] - 69) / 12) for n in notes])
    return intervals, hertz


counts = []
for take in json.load(sys.stdin):
    reference, heard = arrays(take["reference"]), arrays(take["heard"])
    if len(reference[1]) == 0 or len(heard[1]) == 0:
        counts.append(0)
        continue
    matching = mir_eval.transcription.match_notes(
        *reference, *heard, onset_tolerance=0.05, pitch_tolerance=50.0, offset_ratio=None, strict=False
    )
    counts.append(len(matching))
print(json.dumps(counts))
