"""Levels of a made signal by scipy: third octaves, A-weighted sum, lines by a flat-top window. Prints JSON."""
import json

import numpy as np
from scipy import signal

rate, n = 48000, 48000 * 8
t = np.arange(n) / rate
# the same few lines and the same repeatable noise as the test makes
x = 0.1 * np.sin(2 * np.pi * 100.03 * t) + 0.03 * np.sin(2 * np.pi * 997.3 * t) + 0.01 * np.sin(2 * np.pi * 6400.7 * t)
i = np.arange(n, dtype=np.int64)
noise = (i * i % 65537) * 75 % 65537 / 65537 - 0.5
x = (x + 0.004 * noise).astype(np.float32).astype(float)

freq, density = signal.welch(x, rate, window="hann", nperseg=8192, noverlap=4096, detrend=False)
step = freq[1]
edges = (np.arange(len(density) + 1) - 0.5) * step
running = np.concatenate([[0], np.cumsum(density * step)])
bands = []
for k in range(-17, 14):
    low, high = 1000 * 10 ** (k / 10 - 0.05), 1000 * 10 ** (k / 10 + 0.05)
    # the running sum of the power, read between the edges of its bins
    if high - low < step or low < step / 2 or high >= (4096 - 0.5) * step:
        bands.append(None)
        continue
    low_sum, high_sum = np.interp([low, high], edges, running)
    bands.append(float(10 * np.log10(2 * (high_sum - low_sum))))
lines = []
_, spectrum = signal.welch(x, rate, window="flattop", nperseg=16384, noverlap=8192, scaling="spectrum", detrend=False)
for hz in (100.03, 997.3, 6400.7):
    at = int(round(hz / (rate / 16384)))
    lines.append(float(10 * np.log10(2 * spectrum[at - 2 : at + 3].max())))
print(json.dumps({"rms": float(10 * np.log10(2 * np.mean(x**2))), "bands": bands, "lines": lines}))
