"""Writes fluids.json: saturation properties of pure fluids by the reference equations that CoolProp 8.0.0 evaluates (MIT licence).

Run:  .venv/bin/python tools/reference/fluids.py      (requirements of tools/databank)

Every fluid of CoolProp that the databank has too, at 0.6, 0.7, 0.8 and 0.9 of its critical temperature, SI units; a property without a published
equation for the fluid is left out. `dense`: viscosity and conductivity of carbon dioxide under pressure over those of the dilute gas.
"""

import json
import os

import CoolProp.CoolProp as CP

HERE = os.path.dirname(os.path.abspath(__file__))
RECORDS = os.path.join(HERE, '..', '..', 'packages', 'core', 'src', 'databank', 'data', 'records.json')
REDUCED = (0.6, 0.7, 0.8, 0.9)
LIQUID = {'liquidDensity': 'Dmolar', 'liquidHeatCapacity': 'Cpmolar', 'liquidViscosity': 'V', 'liquidConductivity': 'L', 'surfaceTension': 'I'}
DILUTE = {'idealGasHeatCapacity': 'Cp0molar', 'gasViscosity': 'V', 'gasConductivity': 'L'}
DILUTE_PRESSURE = 1000.0  # Pa


def tried(*arguments):
    """A property, or None where the fluid has no equation for it, or the equation does not answer there."""
    try:
        return float(f'{CP.PropsSI(*arguments):.8g}')
    except ValueError:
        return None


def state(fluid, T):
    P = tried('P', 'T', T, 'Q', 0, fluid)
    found = {'T': T, 'vapourPressure': P}
    for name, key in LIQUID.items():
        found[name] = tried(key, 'T', T, 'Q', 0, fluid)
    for name, key in DILUTE.items():
        found[name] = tried(key, 'T', T, 'P', min(DILUTE_PRESSURE, 0.1 * P), fluid)
    vapour, liquid = tried('Hmolar', 'T', T, 'Q', 1, fluid), tried('Hmolar', 'T', T, 'Q', 0, fluid)
    found['heatOfVaporisation'] = float(f'{vapour - liquid:.8g}')
    return {k: v for k, v in found.items() if v is not None}


def fluid_states(fluid):
    tc = CP.PropsSI('Tcrit', fluid)
    low = max(CP.PropsSI('Ttriple', fluid), CP.PropsSI('Tmin', fluid))
    return [state(fluid, round(tr * tc, 2)) for tr in REDUCED if tr * tc > low + 1]


def dense(fluid, T):
    dilute = [CP.PropsSI(k, 'T', T, 'P', DILUTE_PRESSURE, fluid) for k in 'VL']
    rows = []
    for P in (5e5, 20e5, 50e5, 70e5):
        values = [CP.PropsSI(k, 'T', T, 'P', P, fluid) for k in 'VL']
        volume = 1 / CP.PropsSI('Dmolar', 'T', T, 'P', P, fluid)
        rows.append({'T': T, 'volume': volume, 'viscosity': values[0] / dilute[0], 'conductivity': values[1] / dilute[1]})
    return [{k: float(f'{v:.6g}') for k, v in row.items()} for row in rows]


def main():
    with open(RECORDS, encoding='utf-8') as file:
        ids = {r['id'] for r in json.load(file)['records']}
    by_cas = {CP.get_fluid_param_string(f, 'CAS'): f for f in sorted(CP.get_global_param_string('FluidsList').split(','))}
    fluids = [
        {'id': cas, 'equation': CP.get_BibTeXKey(fluid, 'EOS'), 'states': fluid_states(fluid)}
        for cas, fluid in sorted(by_cas.items())
        if cas in ids
    ]
    out = {'about': __doc__.split('\n')[0], 'fluids': fluids, 'dense': {'id': '124-38-9', 'rows': dense('CarbonDioxide', 310.0)}}
    with open(os.path.join(HERE, 'fluids.json'), 'w', encoding='utf-8') as file:
        json.dump(out, file, indent=1)
        file.write('\n')
    print(len(fluids), 'fluids')


if __name__ == '__main__':
    main()
