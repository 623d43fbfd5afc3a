"""The published tables that the build may open, by key and by path, and what each key stands for.

Tables lie in the packages `chemicals` and `thermo` (MIT licence, Copyright (C) 2016- Caleb Bell). They are opened by
path, never through the packages' look-up functions, which choose a source silently. tables.csv is the white list: a key
that is not in it, or a file whose bytes are not those listed, stops the build.
"""

import csv
import hashlib
import json
import os

import chemicals
import thermo

HERE = os.path.dirname(os.path.abspath(__file__))
PACKAGES = {
    'chemicals': os.path.dirname(os.path.dirname(chemicals.__file__)),
    'thermo': os.path.dirname(os.path.dirname(thermo.__file__)),
}

SOURCES = {
    'ATW': 'IUPAC standard atomic weights 2013: Meija et al., Pure Appl. Chem. 88 (2016) 265',
    'IAPWS': 'IAPWS Release on the critical properties of water, R2-83 (1992)',
    'IUPAC': 'Ambrose, Tsonopoulos, Marsh et al., Vapor-liquid critical properties, J. Chem. Eng. Data (1995-2015), parts 1-12',
    'CRCc': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), critical constants of organic compounds',
    'MATH': 'Mathews, Chem. Rev. 72 (1972) 71',
    'PSRK': 'Horstmann et al., Fluid Phase Equil. 227 (2005) 157, appendix (part estimated)',
    'PINA': 'Pina-Martinez et al., AIChE J. 68 (2022) e17518, supporting information',
    'YAWSc': 'Yaws, Thermophysical Properties of Chemicals and Hydrocarbons, 2nd ed. (2014) (many values estimated)',
    'CRCO': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), physical constants of organic compounds',
    'CRCI': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), physical constants of inorganic compounds',
    'CRCh': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), enthalpy of vaporization',
    'YTB': 'Yaws, Thermophysical Properties of Chemicals and Hydrocarbons, 2nd ed. (2014), boiling points',
    'ONM': 'Bradley, Williams & Lang, open notebook melting point data (CC0)',
    'P28': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-8",
    'WPOL': 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Appendix A, section D (Wagner)',
    'MCG': 'McGarry, Ind. Eng. Chem. Process Des. Dev. 22 (1983) 313',
    'VDIp': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, vapour pressures',
    'APOL': 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Appendix A, section D (Antoine)',
    'LAND': 'Landolt-Börnstein, New Series IV/20A-C (1999-2001)',
    'WEB': 'NIST Chemistry WebBook, NIST Standard Reference Database 69',
    'AMB': 'estimated: Ambrose & Walton, Pure Appl. Chem. 61 (1989) 1395',
    'P2150': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-150",
    'VDIh': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, enthalpies of vaporisation',
    'CLAP': "computed: Clapeyron's equation on the record's own vapour pressure, volumes by Peng-Robinson",
    'TRC': 'Frenkel et al., Thermodynamics of Organic Compounds in the Gas State (1994)',
    'POLc': 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Appendix A, section C',
    'SHO': 'Shomate equation of NIST-JANAF, NIST Chemistry WebBook, NIST Standard Reference Database 69',
    'CHAO': 'Chao & Zwolinski, J. Phys. Chem. Ref. Data 7 (1978) 363, formic acid as monomer (points from memory), fitted here',
    'JANg': 'Chase, NIST-JANAF Thermochemical Tables, 4th ed. (1998), gas heat capacities, fitted here',
    'DIGU': 'DiGuilio, Lee, Schaeffer, Brasher & Teja, J. Chem. Eng. Data 37 (1992) 239 (coefficients from memory)',
    'JOBACK': 'estimated: Joback & Reid, Chem. Eng. Comm. 57 (1987) 233',
    'BENS': 'estimated: group additivity, Benson, Thermochemical Kinetics, 2nd ed. (1976); molecules in tools/databank/analogies.csv',
    'CRCs': 'CRC Handbook of Chemistry and Physics, 95th ed. (2014), standard thermodynamic properties',
    'P153': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-153",
    'ZAB': 'Zábranský, Růžička, Majer & Domalski, Heat Capacity of Liquids, J. Phys. Chem. Ref. Data Monograph 6 (1996)',
    'ROWL': 'estimated: Rowlinson & Bondi, in Poling, Prausnitz & O’Connell, 5th ed. (2001), eq. 6-6.4',
    'P105': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-32",
    'VDId': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, densities of saturated liquids',
    'COST': 'Hankinson & Thomson, AIChE J. 25 (1979) 653, with the Rackett equation (Spencer & Danner 1972)',
    'RACK': 'estimated: Rackett equation, Z_RA by Yamada & Gunn, J. Chem. Eng. Data 18 (1973) 234',
    'P313': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-313",
    'VDIv': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, viscosities of saturated liquids',
    'DP': 'Dutt & Prasad, in Viswanath et al., Viscosity of Liquids (2007)',
    'VN3': 'Viswanath & Natarajan, Data Book on the Viscosity of Liquids (1989), three terms',
    'VN2': 'Viswanath & Natarajan, Data Book on the Viscosity of Liquids (1989), two terms',
    'P312': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-312",
    'VDIvg': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, viscosities of gases',
    'P315': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-315",
    'VDIkl': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, thermal conductivities of saturated liquids',
    'P314': "Perry's Chemical Engineers' Handbook, 8th ed. (2007), Table 2-314",
    'VDIkg': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, thermal conductivities of gases',
    'MUL': 'Mulero, Cachadiña & Parra, J. Phys. Chem. Ref. Data 41 (2012) 043105',
    'VDIs': 'VDI Heat Atlas, 2nd ed. (2010), section D3.1, surface tensions',
    'JAS': "Jasper, J. Phys. Chem. Ref. Data 1 (1972) 841, in Lange's Handbook of Chemistry, 16th ed.",
    'ATG': 'Ruscic & Bross, Active Thermochemical Tables 1.112',
    'API': 'Albahri & Aljasmi, Thermochim. Acta 568 (2013) 46 (API Technical Data Book)',
    'YHF': 'Yaws, Thermophysical Properties of Chemicals and Hydrocarbons, 2nd ed. (2014), formation of the gas',
    'JAN': 'Chase, NIST-JANAF Thermochemical Tables, 4th ed. (1998)',
    'DIPP': 'Poling, Prausnitz & O’Connell, The Properties of Gases and Liquids, 5th ed. (2001), Appendix A',
    'DIPC': 'NIST Computational Chemistry Comparison and Benchmark Database, SRD 101',
    'DIPM': 'Müller, Müller & Gross, Ind. Eng. Chem. Res. 51 (2012), supporting information',
    'STUL': 'Stull, Ind. Eng. Chem. 39 (1947) 540, vapour pressures (points from memory), fitted here',
    'OWN': "from the record's own numbers by definition (acentric factor: Pitzer 1955; Gibbs energy: from enthalpy and entropy)",
    'SET': 'set by the override named beside it in tools/databank/overrides.csv',
    'FULL': 'Fuller, Ensley & Giddings 1969, in Poling, Prausnitz & O’Connell, 5th ed. (2001), Table 11-1 (from memory)',
    'UFSG': 'sums of the group volumes and surfaces of original UNIFAC, Hansen et al., Ind. Eng. Chem. Res. 30 (1991) 2352',
    'TWUPR': 'Pina-Martinez et al., J. Chem. Eng. Data 63 (2018) 3980; AIChE J. 68 (2022) e17518',
    'TWUSRK': 'Pina-Martinez et al., J. Chem. Eng. Data 63 (2018) 3980; AIChE J. 68 (2022) e17518',
}


def rows_beside(name):
    """Rows of a comma-separated table that lies beside this script."""
    with open(os.path.join(HERE, name), encoding='utf-8', newline='') as file:
        return list(csv.DictReader(file))


WHITE_LIST = {row['key']: row for row in rows_beside('tables.csv') if row['use'] in ('yes', 'check', 'last')}


def path_of(key):
    """The path of a listed table, its bytes checked."""
    row = WHITE_LIST[key]
    path = os.path.join(PACKAGES[row['path'].split('/')[0]], row['path'])
    with open(path, 'rb') as file:
        digest = hashlib.sha256(file.read()).hexdigest()
    if not digest.startswith(row['sha256_first16']):
        raise SystemExit(f'{key}: {path} is not the listed file')
    return path


def number(cell):
    """A cell as a number, or None when it is empty."""
    text = '' if cell is None else cell.strip()
    return float(text) if text not in ('', 'None', 'nan') else None


def read_table(key, cas_column='CAS'):
    """Rows of a tab-separated table by CAS number; the first row of each."""
    with open(path_of(key), encoding='utf-8') as file:
        lines = [line.rstrip('\n').split('\t') for line in file if line.strip()]
    head, rows = lines[0], {}
    for cells in lines[1:]:
        row = dict(zip(head, cells))
        rows.setdefault(row[cas_column], row)
    return rows


def read_json(key):
    with open(path_of(key), encoding='utf-8') as file:
        return json.load(file)


class Tables:
    """Every table that is read by CAS number, opened at first use."""

    INTEGER_CAS = ('WEB', 'JOBACK')

    def __init__(self):
        self.read = {}

    def row(self, key, cas):
        if key not in self.read:
            self.read[key] = read_table(key)
        return self.read[key].get(cas.replace('-', '') if key in self.INTEGER_CAS else cas)

    def value(self, key, cas, column):
        row = self.row(key, cas)
        return None if row is None else number(row.get(column))

    def values(self, key, cas, columns):
        """The cells of `columns`, an empty one 0; None when there is no row or its first column is empty."""
        row = self.row(key, cas)
        if row is None or number(row.get(columns[0])) is None:
            return None
        return [number(row.get(c)) or 0.0 for c in columns]


TABLES = Tables()
