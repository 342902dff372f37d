# Third-order Butterworth high pass after the usual table, lossless into 8 ohm at 3 kHz, as a transfer function.
import json
import numpy as np
from scipy import signal

R, F = 8.0, 3000.0
C1, L, C2 = 0.1061 / (R * F), 0.1194 * R / F, 0.3183 / (R * F)
# ladder C1 - L to ground - C2 - R: H = s^3 C1 C2 L R / (1 + s C2 R + s^2 L (C1 + C2) + s^3 C1 C2 L R)
numerator = [C1 * C2 * L * R, 0, 0, 0]
denominator = [C1 * C2 * L * R, L * (C1 + C2), C2 * R, 1]
hz = np.geomspace(100, 20000, 25)
_, h = signal.freqs(numerator, denominator, 2 * np.pi * hz)
print(json.dumps({"hz": hz.tolist(), "db": (20 * np.log10(np.abs(h))).tolist(), "degrees": np.degrees(np.unwrap(np.angle(h))).tolist()}))
