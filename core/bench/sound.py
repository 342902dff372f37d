"""What a script of a few lines does with the same file: mean spectra, third octaves, levels. Prints seconds."""
import sys
import time

import numpy as np
from scipy import signal
from scipy.io import wavfile

began = time.perf_counter()
rate, data = wavfile.read(sys.argv[1])
x = data.astype(np.float32) if data.dtype.kind == "f" else data.astype(np.float32) / 32768
for c in range(x.shape[1]):
    freq, density = signal.welch(x[:, c], rate, window="hann", nperseg=8192, noverlap=0)
    signal.welch(signal.decimate(x[:, c], 16, ftype="fir"), rate / 16, window="hann", nperseg=32768)
    tick = rate // 500
    whole = x[: len(x) // tick * tick, c].reshape(-1, tick)
    np.mean(whole**2, axis=1), np.max(np.abs(whole), axis=1)
    rough = np.diff(x[:, c], 2)
    rough = rough[: len(rough) // tick * tick].reshape(-1, tick)
    np.mean(rough**2, axis=1), np.max(np.abs(rough), axis=1)
print(f"{time.perf_counter() - began:.2f}")
