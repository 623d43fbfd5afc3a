"""Group tables: original UNIFAC, modified UNIFAC (Dortmund) and PPR78, with the groups of each component."""

import thermo.unifac

from sources import path_of, rows_beside

SETS = {
    'unifac': ('UNIFAC', thermo.unifac.UFSG),
    'modifiedUnifac': ('DORT16', thermo.unifac.DOUFSG),
}

GROUP_SOURCES = {
    'unifac': 'Hansen, Rasmussen, Fredenslund, Schiller & Gmehling, Ind. Eng. Chem. Res. 30 (1991) 2352; Wittig, Lohmann & Gmehling, '
    'Ind. Eng. Chem. Res. 42 (2003) 183',
    'modifiedUnifac': 'Gmehling, Wittig, Lohmann & Joh, Ind. Eng. Chem. Res. 41 (2002) 1678; Jakob et al., ibid. 45 (2006) 7924; '
    'Constantinescu & Gmehling, J. Chem. Eng. Data 61 (2016) 2738',
    'ppr78': 'Jaubert & Mutelet, Fluid Phase Equil. 224 (2004) 285, to Xu, Jaubert, Privat & Arpentinier, Ind. Eng. Chem. Res. 56 '
    '(2017) 8143',
}


def counts(cell):
    """'1:2 2:4' as [[1, 2], [2, 4]]; keys stay text where they are not numbers."""
    pairs = [part.split(':') for part in cell.split()]
    return [[int(k) if k.isdigit() else k, int(n)] for k, n in pairs]


def assigned():
    """Groups, r and q of every component by CAS."""
    found = {}
    for row in rows_beside('unifac-groups.csv'):
        found[row['cas']] = {
            'unifac': counts(row['unifac_subgroups']),
            'modifiedUnifac': counts(row['modified_unifac_subgroups']),
            'ppr78': counts(row['ppr78_extended_groups']),
            'r': row['uniquac_r'],
            'q': row['uniquac_q'],
        }
    return found


def group_table(name, used):
    """Subgroups in use and the directed parameters between their main groups: a (K), b (-), c (1/K)."""
    key, literals = SETS[name]
    subgroups = {
        str(i): {'name': g.group, 'main': g.main_group_id, 'mainName': g.main_group, 'R': g.R, 'Q': g.Q}
        for i, g in sorted(literals.items())
        if i in used
    }
    mains = {g['main'] for g in subgroups.values()}
    interactions = []
    with open(path_of(key), encoding='utf-8') as file:
        for line in file:
            m, n, *abc = line.split()
            if int(m) in mains and int(n) in mains and m != n:
                interactions.append([int(m), int(n), *(float(x) for x in abc)])
    return {'source': GROUP_SOURCES[name], 'subgroups': subgroups, 'interactions': sorted(interactions)}


# Of the published pairs one (CH with C#C) goes as T to the 55th power: outside the few temperatures of its data it predicts nonsense.
STEEPEST = 30
# Water's groups, as the package has them, predict a thousandth of the solubility of water in hydrocarbons that is measured.
UNTRUSTED = 'H2O'


def ppr78_table(used):
    rows = [r for r in rows_beside('ppr78-groups.csv') if r['table'] == 'extended']
    pairs = [[r['group_k'], r['group_l'], float(r['A_MPa']), float(r['B_MPa'])] for r in rows]
    pairs = [p for p in pairs if UNTRUSTED not in p[:2] and (p[2] == 0 or abs(p[3] / p[2] - 1) < STEEPEST)]
    return {'source': GROUP_SOURCES['ppr78'], 'pairs': [p for p in pairs if p[0] in used and p[1] in used]}
