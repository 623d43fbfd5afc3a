"""PT flashes per second by compiled open libraries, Peng-Robinson without k_ij, on the mixture that bench/properties.ts writes.

Run by `npm run bench` when the packages are there:  pip install -r tools/reference/requirements.txt
Reads {names, Tc, Pc, omega, M, z, states: [[T, P]]} from standard input; prints {library: {"flashes per second", "states", "without answer"}} as JSON.
feos 0.10.5 (Rust; MIT or Apache-2.0), CoolProp 8.0.0 (C++; MIT). Each flash starts from nothing; one thread.
"""

import json
import sys
import time

LONGEST = 10.0  # s for each library


def measured(flash, states):
    """Rate over as many of the states as the time allows, and how many of them ended in an exception (feos: no split found)."""
    done, failed = 0, 0
    began = time.perf_counter()
    for T, P in states:
        try:
            flash(T, P)
        except Exception:  # noqa: BLE001: whatever a library raises, it has not answered
            failed += 1
        done += 1
        if time.perf_counter() - began > LONGEST:
            break
    return {'flashes per second': done / (time.perf_counter() - began), 'states': done, 'without answer': failed}


def by_feos(case):
    import feos
    import numpy as np
    import si_units as si

    feos.set_num_threads(1)
    records = [
        feos.PureRecord(feos.Identifier(name=name), molarweight=M, tc=Tc, pc=Pc, acentric_factor=omega)
        for name, M, Tc, Pc, omega in zip(case['names'], case['M'], case['Tc'], case['Pc'], case['omega'])
    ]
    equation = feos.EquationOfState.peng_robinson(feos.Parameters.from_records(records))
    z = np.array(case['z'])

    def flash(T, P):
        feos.PhaseEquilibrium.tp_flash(equation, T * si.KELVIN, P * si.PASCAL, z * si.MOL)

    return flash


def by_coolprop(case):
    import CoolProp.CoolProp as CP

    state = CP.AbstractState('PR', '&'.join(case['coolprop']))
    state.set_mole_fractions(case['z'])

    def flash(T, P):
        state.update(CP.PT_INPUTS, P, T)

    return flash


def main():
    case = json.load(sys.stdin)
    out = {}
    for name, library in (('feos 0.10.5', by_feos), ('CoolProp 8.0.0', by_coolprop)):
        try:
            out[name] = measured(library(case), case['states'])
        except ImportError as error:
            out[name] = {'missing': str(error)}
    print(json.dumps(out))


if __name__ == '__main__':
    main()
