"""Saturation curves sampled from published reference equations of state, as CoolProp 8.0.0 evaluates them (MIT licence)."""

import CoolProp.CoolProp as CP

from forms import correlation, fit_116, fit_polynomial, fit_vdi_hvap, fit_wagner, rounded, samples

FLUIDS = {CP.get_fluid_param_string(f, 'CAS'): f for f in sorted(CP.get_global_param_string('FluidsList').split(','))}


def source_of(cas):
    """(key, text) of the reference equation, or None."""
    if cas not in FLUIDS:
        return None
    key = CP.get_BibTeXKey(FLUIDS[cas], 'EOS')
    return f'EOS:{key}', f'reference equation of state {key.replace("-", ", ")} (BibTeX key of CoolProp 8.0.0), fitted here'


class Reference:
    """Correlations of one fluid, each fitted when asked for."""

    def __init__(self, cas):
        self.fluid = FLUIDS[cas]
        self.key = source_of(cas)[0]
        self.tc = CP.PropsSI('Tcrit', self.fluid)
        self.pc = CP.PropsSI('pcrit', self.fluid)
        self.t_low = max(CP.PropsSI('Ttriple', self.fluid), CP.PropsSI('Tmin', self.fluid), 0.4 * self.tc) + 0.01

    def saturation(self, name, quality, high=0.985):
        return [(t, CP.PropsSI(name, 'T', t, 'Q', quality, self.fluid)) for t in samples(self.t_low, high * self.tc, 60)]

    def vapour_pressure(self):
        points = self.saturation('P', 0, 0.998)
        c = fit_wagner(self.tc, self.pc, points, [1.0] * len(points))
        return correlation('wagner-25', c, self.t_low, self.tc, self.key, how='fitted')

    def boiling_point(self):
        """At 1 atm, or None where the liquid boils only above that."""
        if CP.PropsSI('P', 'T', self.t_low, 'Q', 0, self.fluid) > 101325:
            return None
        return {'value': rounded(CP.PropsSI('T', 'P', 101325, 'Q', 0, self.fluid), 5), 'source': self.key, 'how': 'fitted'}

    def heat_of_vaporisation(self):
        vapour, liquid = self.saturation('Hmolar', 1, 0.99), self.saturation('Hmolar', 0, 0.99)
        points = [(t, v - l) for (t, v), (_, l) in zip(vapour, liquid)]
        return correlation('vdi-hvap', fit_vdi_hvap(self.tc, points), self.t_low, self.tc, self.key, how='fitted')

    def liquid_density(self):
        c = fit_116(self.tc, self.saturation('Dmolar', 0, 0.99))
        return correlation('116', c, self.t_low, self.tc, self.key, how='fitted')

    def liquid_heat_capacity(self):
        points = self.saturation('Cpmolar', 0, 0.9)
        return correlation('100', fit_polynomial(points, 4), self.t_low, 0.9 * self.tc, self.key, how='fitted')

    def ideal_gas_heat_capacity(self):
        low, high = max(self.t_low, 150.0), min(CP.PropsSI('Tmax', self.fluid), 1000.0)
        points = [(t, CP.PropsSI('Cp0molar', 'T', t, 'P', 1000.0, self.fluid)) for t in samples(low, high, 60)]
        return correlation('100', fit_polynomial(points, 4), low, high, self.key, how='fitted')


def fitted(reference, method):
    """A correlation of the reference, or None when there is no reference or the equation does not answer."""
    if reference is None:
        return None
    try:
        return getattr(reference, method)()
    except ValueError:
        return None
