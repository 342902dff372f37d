# Half-wave rectifier with diode, source resistance and reservoir, settled, by scipy's ODE integration.
import json
import numpy as np
from scipy.integrate import solve_ivp
from scipy.special import wrightomega

IS, NVT, RSUM, C, RL, AMPLITUDE, HERTZ = 1e-9, 1.8 * 0.025864926, 0.03 + 2.0, 1000e-6, 170.0, 20.0, 50.0

def current(v):
    lift = IS * RSUM / NVT
    return wrightomega(np.log(lift) + lift + v / NVT).real * NVT / RSUM - IS

def slope(t, y):
    return [(current(AMPLITUDE * np.sin(2 * np.pi * HERTZ * t) - y[0]) - y[0] / RL) / C]

settled = solve_ivp(slope, (0, 2.0), [15.0], method="LSODA", rtol=1e-9, atol=1e-11, max_step=2e-4).y[0, -1]
grid = np.linspace(0, 1 / HERTZ, 4001)
last = solve_ivp(slope, (0, 1 / HERTZ), [settled], method="LSODA", rtol=1e-10, atol=1e-12, max_step=2e-5, t_eval=grid).y[0]
drive = current(AMPLITUDE * np.sin(2 * np.pi * HERTZ * grid) - last)
print(json.dumps({"mean": float(np.mean(last[:-1])), "ripple": float(np.ptp(last)), "peak": float(np.max(drive))}))
