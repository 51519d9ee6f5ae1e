// core/simulate/random.ts
import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { mersenne } from "pure-rand/generator/mersenne";
function uniform(seed) {
  const generator = mersenne(seed);
  return () => uniformFloat64(generator);
}
function normal(next) {
  let spare = null;
  return () => {
    if (spare !== null) {
      const value2 = spare;
      spare = null;
      return value2;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - next()));
    const angle = 2 * Math.PI * next();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

// core/chemistry/curve.ts
function monotoneSlopes(x, y) {
  const n = x.length;
  const secant = Array.from({ length: n - 1 }, (_, i) => (y[i + 1] - y[i]) / (x[i + 1] - x[i]));
  const slope = [
    secant[0],
    ...secant.slice(1).map((s, i) => s * secant[i] <= 0 ? 0 : (s + secant[i]) / 2),
    secant[n - 2]
  ];
  for (let i = 0; i < n - 1; i++) {
    if (secant[i] === 0) continue;
    const a = slope[i] / secant[i];
    const b = slope[i + 1] / secant[i];
    const length = a * a + b * b;
    if (length > 9) {
      const scale = 3 / Math.sqrt(length);
      slope[i] = scale * a * secant[i];
      slope[i + 1] = scale * b * secant[i];
    }
  }
  return slope;
}
function curveFromAnchors(anchors, stepSoc = 5e-3) {
  const x = anchors.map((a) => a[0]);
  const y = anchors.map((a) => a[1]);
  const slope = monotoneSlopes(x, y);
  const firstSoc = x[0];
  const count = Math.round((x[x.length - 1] - firstSoc) / stepSoc) + 1;
  const voltsV = new Float64Array(count);
  let i = 0;
  for (let k = 0; k < count; k++) {
    const s = firstSoc + k * stepSoc;
    while (i < x.length - 2 && s > x[i + 1]) i++;
    const h = x[i + 1] - x[i];
    const t = Math.min(1, Math.max(0, (s - x[i]) / h));
    const t2 = t * t;
    const t3 = t2 * t;
    voltsV[k] = (2 * t3 - 3 * t2 + 1) * y[i] + (t3 - 2 * t2 + t) * h * slope[i] + (3 * t2 - 2 * t3) * y[i + 1] + (t3 - t2) * h * slope[i + 1];
  }
  return { firstSoc, stepSoc, voltsV };
}
function ocvAt(curve, soc) {
  const place = (soc - curve.firstSoc) / curve.stepSoc;
  let i = Math.floor(place);
  if (i < 0) i = 0;
  else if (i > curve.voltsV.length - 2) i = curve.voltsV.length - 2;
  return curve.voltsV[i] + (place - i) * (curve.voltsV[i + 1] - curve.voltsV[i]);
}
function socAt(curve, voltsV) {
  const v = curve.voltsV;
  let low = 0;
  let high = v.length - 1;
  while (high - low > 1) {
    const middle = low + high >> 1;
    if (v[middle] > voltsV) high = middle;
    else low = middle;
  }
  return curve.firstSoc + (low + (voltsV - v[low]) / (v[high] - v[low])) * curve.stepSoc;
}
function slopeAt(curve, soc) {
  return (ocvAt(curve, soc + 5e-3) - ocvAt(curve, soc - 5e-3)) / 0.01;
}
var bendAt = (soc) => soc > 0 && soc < 1 ? 4 * soc * (1 - soc) : 0;
function bent(curve, by) {
  if (by === 0) return curve;
  const voltsV = curve.voltsV.map((_, k) => {
    const soc = curve.firstSoc + k * curve.stepSoc;
    return ocvAt(curve, soc + by * bendAt(soc));
  });
  return { ...curve, voltsV };
}

// core/chemistry/lead.ts
var LEAD_TRAITS = {
  followsOwnFigures: false,
  labelled: false,
  endIsChoice: false,
  restsAtEnd: false,
  voltsTellCharge: true,
  mayJoin: false,
  mayPause: true,
  gasses: true,
  burns: false,
  coldHarm: "it is not charged",
  staysCool: false,
  hardAboveC: null,
  inNominalFamilies: false,
  harmedWithoutLimit: false,
  reverses: false,
  afterEmpty: "charge it the same day",
  cycles: { most: 2, why: "one measures the capacity; more only wear the battery." },
  fullRestV: null,
  lowRest: { ordinaryFromV: 1.95, rateC: 0.1, oneLessV: { low: 2.04, high: 2.16 }, drainedShare: 0.3 },
  emptyHarm: "has hardened inside and takes no charge",
  wornShare: 0.6,
  readyFrom: null,
  limitFactors: { missing: 1.25, capacity: 1.3 },
  cellSpread: { cellsRead: 2e-3, sumRead: 2e-3 },
  cellsDiffer: null,
  counting: { by: "rest", volts: 2.06 },
  restsBetweenV: null,
  sparedChecks: false
};
var LEAD = {
  family: "lead",
  gentlerTwin: null,
  traits: LEAD_TRAITS,
  cells: { min: 1, max: 12 },
  balanceFromCells: null,
  voltages: {
    nominalV: 2,
    printedV: [2, 2.1],
    chargeEndV: 2.4,
    gentleEndV: { low: 2.35, high: 2.35 },
    setMaxV: 2.45,
    cellMaxV: 2.6,
    lookAgainV: null,
    storageV: 2.13,
    storageWindowV: { low: 2.09, high: 2.18 },
    dischargeEndV: 1.8,
    hardFloorV: 1.75,
    doNotChargeV: 1
  },
  temperatures: { leastDegC: 0, coldDegC: 0, coldRateC: 0.1, startMaxDegC: 40, tripDegC: 45 },
  rates: {
    noLabelC: 0.2,
    gentleC: 0.1,
    standardC: 0.2,
    hurryMaxC: 0.25,
    taperC: 0.02,
    fastTaperC: null,
    dischargeC: 0.2,
    dischargeMaxC: 0.5,
    trickleMaxC: null
  },
  defaults: {
    seriesOhmAh: 0.045,
    relaxOhmAh: 0.12,
    relaxS: 600,
    resistanceDoublesPerK: 40,
    heatCapacityJPerKAh: 40,
    coolingS: 5400,
    coulombicEfficiency: 1,
    selfDischargePerMonth: 0.04,
    restUncertaintyV: 0.015
  },
  endOfCharge: {
    kind: "absorption",
    floatV: { low: 2.25, high: 2.3 },
    floatC: 1e-3,
    absorptionVPerK: -45e-4,
    floatVPerK: -3e-3,
    clampDegC: { low: 0, high: 40 }
  },
  acceptance: { halfSoc: 1, widthSoc: 0.04, perLnRate: 0.01, perK: 5e-4, heatShare: 0.3 },
  slowing: { fullOhmAh: 11, widthSoc: 0.09 },
  peukert: { exponent: 1.2, ratedHours: 20 },
  storage: {
    kind: "none",
    why: "A lead battery is put away full and topped up: there is no storage voltage."
  },
  recovery: { belowV: 1.75, maxC: 0.05, maxMin: 30, maxShare: 0.03 },
  curve: curveFromAnchors([
    [-0.08, 1.4],
    [-0.03, 1.75],
    [0, 1.9],
    [0.05, 1.93],
    [0.1, 1.945],
    [0.2, 1.97],
    [0.4, 2.015],
    [0.6, 2.06],
    [0.8, 2.1],
    [0.9, 2.12],
    [0.96, 2.14],
    [1, 2.16],
    [1.015, 2.24],
    [1.03, 2.45],
    [1.05, 2.7]
  ]),
  sources: {
    voltages: "2.40 V per cell: DIN 41773, from memory. Discharge end, floor and shorted-cell volts: common practice, no source.",
    temperatures: "Common practice, no source: 0 to 40 \xB0C.",
    rates: "Common practice, no source: 0.1C to 0.25C, absorption ends at 0.02C.",
    defaults: "Common practice, no source: a 7 Ah battery of 12 V with about 40 m\u03A9, 2.3 kg.",
    curve: "Common practice, no source: 2.13 V full and 1.95 V empty at rest; past full the polarisation of gassing is part of the curve.",
    cells: "Common practice, no source: up to 24 V.",
    endOfCharge: "DIN 41773 (2.40 V per cell, float 2.23 to 2.30 V), from memory; \u22124.5 and \u22123 mV/K per cell: common practice, no source; 1 mA per Ah taken on float: from memory. Gassing and slowing near full are fitted to handbook times, from memory: at 0.2C from empty 2.40 V after 3.5 to 4.5 h, 0.02C after 8 to 14 h, 105 to 115 % put in.",
    storage: "Common practice, no source."
  }
};
var lead = { id: "lead", name: "Lead-acid", ...LEAD };
var leadGel = {
  id: "leadgel",
  name: "Lead-acid gel",
  ...LEAD,
  voltages: { ...LEAD.voltages, chargeEndV: 2.35, gentleEndV: { low: 2.3, high: 2.3 }, setMaxV: 2.4 }
};

// core/chemistry/lithium.ts
var LITHIUM_TRAITS = {
  followsOwnFigures: true,
  labelled: true,
  endIsChoice: true,
  restsAtEnd: true,
  voltsTellCharge: true,
  mayJoin: true,
  mayPause: false,
  gasses: false,
  burns: true,
  coldHarm: "charging plates metal inside the cells",
  staysCool: true,
  hardAboveC: 2,
  inNominalFamilies: true,
  harmedWithoutLimit: true,
  reverses: false,
  afterEmpty: "bring it to storage or charge it the same day",
  cycles: { most: 2, why: "one measures the capacity; more only wear a lithium pack." },
  fullRestV: null,
  lowRest: null,
  emptyHarm: "may have grown metal inside",
  wornShare: 0.8,
  readyFrom: null,
  limitFactors: { missing: 1.15, capacity: 1.15 },
  cellSpread: { cellsRead: 2e-3, sumRead: 0.01 },
  cellsDiffer: { capacity: 0.03, resistance: 0.2, cellsRead: 0.01, sumRead: 0.04 },
  counting: { by: "most" },
  restsBetweenV: null,
  sparedChecks: true
};
var LITHIUM = {
  family: "lithium",
  gentlerTwin: null,
  traits: LITHIUM_TRAITS,
  cells: { min: 1, max: 14 },
  balanceFromCells: 2,
  temperatures: { leastDegC: 5, coldDegC: 10, coldRateC: 0.2, startMaxDegC: 40, tripDegC: 45 },
  endOfCharge: { kind: "voltage" },
  acceptance: null,
  slowing: null,
  peukert: null
};
var LITHIUM_RATES = {
  noLabelC: 1,
  gentleC: 0.5,
  standardC: 1,
  hurryMaxC: 2,
  taperC: 0.1,
  fastTaperC: 0.35,
  dischargeC: 0.2,
  dischargeMaxC: 1,
  trickleMaxC: null
};
var lithiumRecovery = (belowV) => ({ belowV, maxC: 0.05, maxMin: 30, maxShare: 0.03 });
var LITHIUM_SOURCES = {
  temperatures: "IEC 62133-2 charge range 10 to 45 \xB0C, from memory; 5 to 10 \xB0C at 0.2C: common practice, no source.",
  cells: "Common practice, no source: packs are sold from 1S to 14S.",
  endOfCharge: "Common practice, no source: constant current, then constant voltage to about a tenth of C."
};

// core/chemistry/life.ts
var life = {
  id: "life",
  name: "LiFe",
  ...LITHIUM,
  // Its volts tell nothing of how far one cell is from its siblings: cells read are no better than a sum.
  traits: {
    ...LITHIUM.traits,
    cellSpread: { cellsRead: 0.01, sumRead: 0.01 },
    cellsDiffer: { capacity: 0.03, resistance: 0.2, cellsRead: 0.05, sumRead: 0.05 }
  },
  voltages: {
    nominalV: 3.3,
    printedV: [3.2, 3.3],
    chargeEndV: 3.6,
    gentleEndV: { low: 3.5, high: 3.5 },
    setMaxV: 3.65,
    cellMaxV: 3.7,
    storageV: 3.29,
    storageWindowV: { low: 3.22, high: 3.32 },
    dischargeEndV: 2.8,
    hardFloorV: 2.5,
    lookAgainV: null,
    doNotChargeV: 2
  },
  rates: LITHIUM_RATES,
  defaults: {
    seriesOhmAh: 0.023,
    relaxOhmAh: 0.03,
    relaxS: 180,
    resistanceDoublesPerK: 20,
    heatCapacityJPerKAh: 30,
    coolingS: 1500,
    coulombicEfficiency: 1,
    selfDischargePerMonth: 0.03,
    restUncertaintyV: 0.02
  },
  storage: { kind: "charge", soc: 0.5 },
  recovery: lithiumRecovery(2.5),
  curve: curveFromAnchors([
    [-0.05, 1.5],
    [-0.02, 2],
    [0, 2.5],
    [0.02, 2.9],
    [0.05, 3.1],
    [0.1, 3.2],
    [0.15, 3.228],
    [0.2, 3.246],
    [0.3, 3.27],
    [0.4, 3.285],
    [0.5, 3.293],
    [0.6, 3.301],
    [0.7, 3.318],
    [0.8, 3.33],
    [0.9, 3.338],
    [0.95, 3.345],
    [0.98, 3.37],
    [1, 3.45],
    [1.02, 3.6],
    [1.05, 3.8]
  ]),
  sources: {
    ...LITHIUM_SOURCES,
    voltages: "Common practice, no source; storage goes by charge, the volts are those of half full.",
    rates: "Common practice, no source.",
    defaults: "A 2.3 Ah cell of 10 m\u03A9 as in Tremblay and Dessaint 2009 (World Electric Vehicle J. 3, 289-298), from memory; 70 g at 1 J/(g\xB7K).",
    curve: "Common practice, no source; flat part between the open-circuit volts of Tremblay and Dessaint 2009 and the half cell of Prada et al. 2013, both from memory.",
    storage: "Common practice, no source: half full, by charge put in or out."
  }
};

// core/chemistry/lihv.ts
var lihv = {
  id: "lihv",
  name: "LiHV",
  ...LITHIUM,
  gentlerTwin: "lipo",
  voltages: {
    nominalV: 3.8,
    printedV: [3.8, 3.85],
    chargeEndV: 4.35,
    gentleEndV: { low: 4.25, high: 4.25 },
    setMaxV: 4.35,
    cellMaxV: 4.4,
    storageV: 3.85,
    storageWindowV: { low: 3.8, high: 3.9 },
    dischargeEndV: 3.3,
    hardFloorV: 3,
    lookAgainV: null,
    doNotChargeV: 2.5
  },
  rates: LITHIUM_RATES,
  defaults: {
    seriesOhmAh: 0.013,
    relaxOhmAh: 0.038,
    relaxS: 180,
    resistanceDoublesPerK: 20,
    heatCapacityJPerKAh: 23,
    coolingS: 1500,
    coulombicEfficiency: 1,
    selfDischargePerMonth: 0.03,
    restUncertaintyV: 0
  },
  storage: { kind: "volts" },
  recovery: lithiumRecovery(3),
  curve: curveFromAnchors([
    [-0.06, 2],
    [-0.03, 2.6],
    [0, 3.1],
    [0.02, 3.42],
    [0.05, 3.6],
    [0.1, 3.69],
    [0.2, 3.745],
    [0.3, 3.785],
    [0.4, 3.825],
    [0.45, 3.85],
    [0.5, 3.88],
    [0.6, 3.95],
    [0.7, 4.03],
    [0.8, 4.125],
    [0.9, 4.23],
    [1, 4.35],
    [1.08, 4.45]
  ]),
  sources: {
    ...LITHIUM_SOURCES,
    voltages: "Common practice, no source; 4.40 V per cell as the limit is the set limit and 50 mV, as for LiPo.",
    rates: "Common practice, no source.",
    defaults: "Common practice, no source: as LiPo, a little more resistance.",
    curve: "Common practice, no source: the LiPo curve continued to 4.35 V full; 3.85 V is about 45 %.",
    storage: "Common practice, no source."
  }
};

// core/chemistry/liion.ts
var liion = {
  id: "liion",
  name: "Li-ion",
  ...LITHIUM,
  voltages: {
    nominalV: 3.6,
    printedV: [3.6, 3.7],
    chargeEndV: 4.1,
    gentleEndV: { low: 4, high: 4.05 },
    setMaxV: 4.2,
    cellMaxV: 4.25,
    storageV: 3.7,
    storageWindowV: { low: 3.6, high: 3.8 },
    dischargeEndV: 3,
    hardFloorV: 2.5,
    lookAgainV: null,
    doNotChargeV: 2
  },
  rates: {
    noLabelC: 0.5,
    gentleC: 0.3,
    standardC: 0.5,
    hurryMaxC: 1,
    taperC: 0.1,
    fastTaperC: 0.35,
    dischargeC: 0.2,
    dischargeMaxC: 1,
    trickleMaxC: null
  },
  defaults: {
    seriesOhmAh: 0.06,
    relaxOhmAh: 0.05,
    relaxS: 240,
    resistanceDoublesPerK: 20,
    heatCapacityJPerKAh: 16,
    coolingS: 1500,
    coulombicEfficiency: 1,
    selfDischargePerMonth: 0.02,
    restUncertaintyV: 0
  },
  storage: { kind: "volts" },
  recovery: lithiumRecovery(2.5),
  curve: curveFromAnchors([
    [-0.06, 1.5],
    [-0.03, 2],
    [0, 2.5],
    [0.02, 2.86],
    [0.05, 3.11],
    [0.1, 3.3],
    [0.15, 3.43],
    [0.2, 3.485],
    [0.25, 3.53],
    [0.3, 3.58],
    [0.4, 3.665],
    [0.5, 3.75],
    [0.6, 3.84],
    [0.7, 3.945],
    [0.8, 4.04],
    [0.9, 4.1],
    [0.95, 4.13],
    [1, 4.2],
    [1.05, 4.29]
  ]),
  sources: {
    ...LITHIUM_SOURCES,
    voltages: "4.25 V per cell upper limit: IEC 62133-2, from memory; the rest common practice, no source.",
    rates: "Common practice, no source: 0.5C without a label.",
    defaults: "Common practice, no source: a 3 Ah round cell of about 35 m\u03A9, 48 g at 1 J/(g\xB7K).",
    curve: "Chen et al. 2020, J. Electrochem. Soc. 167, 080534 (NMC811 against graphite-SiOx), from memory, rounded.",
    storage: "Common practice, no source."
  }
};

// core/chemistry/lipo.ts
var lipo = {
  id: "lipo",
  name: "LiPo",
  ...LITHIUM,
  voltages: {
    nominalV: 3.7,
    printedV: [3.7],
    chargeEndV: 4.2,
    gentleEndV: { low: 4.1, high: 4.15 },
    setMaxV: 4.2,
    cellMaxV: 4.25,
    storageV: 3.8,
    storageWindowV: { low: 3.7, high: 3.85 },
    dischargeEndV: 3.3,
    hardFloorV: 3,
    lookAgainV: null,
    doNotChargeV: 2.5
  },
  rates: LITHIUM_RATES,
  defaults: {
    seriesOhmAh: 0.012,
    relaxOhmAh: 0.035,
    relaxS: 180,
    resistanceDoublesPerK: 20,
    heatCapacityJPerKAh: 23,
    coolingS: 1500,
    coulombicEfficiency: 1,
    selfDischargePerMonth: 0.03,
    restUncertaintyV: 0
  },
  storage: { kind: "volts" },
  recovery: lithiumRecovery(3),
  curve: curveFromAnchors([
    [-0.06, 2],
    [-0.03, 2.6],
    [0, 3.1],
    [0.02, 3.4],
    [0.05, 3.58],
    [0.1, 3.68],
    [0.15, 3.71],
    [0.2, 3.73],
    [0.3, 3.762],
    [0.4, 3.787],
    [0.45, 3.8],
    [0.5, 3.818],
    [0.6, 3.868],
    [0.7, 3.938],
    [0.8, 4.018],
    [0.9, 4.105],
    [1, 4.2],
    [1.1, 4.3]
  ]),
  sources: {
    ...LITHIUM_SOURCES,
    voltages: "4.25 V per cell upper limit: IEC 62133-2, from memory. Storage, discharge end, floor and do-not-charge volts: common practice, no source.",
    rates: "Common practice, no source: 1C without a label, taper end at a tenth of capacity.",
    defaults: "Common practice, no source: 12 m\u03A9\xB7Ah in series and 35 m\u03A9\xB7Ah of slow polarisation for a hobby pouch cell; resistance about twice at 5 \xB0C; 23 g/Ah at 1 J/(g\xB7K).",
    curve: "Common practice, no source: rest volts of hobby LiPo packs; 3.70 V is about 13 %, 3.80 V about 45 %, 4.10 V about 89 %. Shape checked against Chen and Rinc\xF3n-Mora 2006 (polymer cell, from memory).",
    storage: "Common practice, no source."
  }
};

// core/chemistry/nickel.ts
var NICKEL_TRAITS = {
  followsOwnFigures: false,
  labelled: false,
  endIsChoice: false,
  restsAtEnd: false,
  voltsTellCharge: false,
  mayJoin: false,
  mayPause: false,
  gasses: false,
  burns: false,
  coldHarm: "it is not charged",
  staysCool: false,
  hardAboveC: null,
  inNominalFamilies: false,
  harmedWithoutLimit: false,
  reverses: true,
  afterEmpty: null,
  cycles: { most: 5, why: "one measures the capacity; two or three wake a pack that lay long." },
  fullRestV: 1.38,
  lowRest: null,
  emptyHarm: "may have cells that were driven backwards",
  wornShare: 0.7,
  readyFrom: 0.85,
  limitFactors: { missing: 1.2, capacity: 1.2 },
  cellSpread: { cellsRead: 0.01, sumRead: 0.04 },
  cellsDiffer: null,
  counting: null,
  restsBetweenV: { low: 1, high: 1.5 },
  sparedChecks: false
};
var NICKEL = {
  family: "nickel",
  gentlerTwin: null,
  traits: NICKEL_TRAITS,
  cells: { min: 1, max: 20 },
  balanceFromCells: null,
  voltages: {
    nominalV: 1.2,
    printedV: [1.2, 1.25],
    chargeEndV: 1.55,
    gentleEndV: { low: 1.55, high: 1.55 },
    setMaxV: 1.7,
    cellMaxV: 1.7,
    lookAgainV: 1.6,
    storageV: 1.3,
    storageWindowV: { low: 1.2, high: 1.38 },
    dischargeEndV: 1,
    hardFloorV: 0.9,
    doNotChargeV: 0
  },
  temperatures: { leastDegC: 5, coldDegC: 10, coldRateC: 0.1, startMaxDegC: 40, tripDegC: 50 },
  rates: {
    noLabelC: 1,
    gentleC: 0.1,
    standardC: 0.5,
    hurryMaxC: 1,
    taperC: 0.1,
    fastTaperC: null,
    dischargeC: 0.2,
    dischargeMaxC: 1
  },
  endOfCharge: {
    kind: "dip",
    weakBelowC: 0.5,
    unreliableBelowC: 0.3,
    slowC: 0.1,
    timedMaxC: 0.2,
    holdOffS: 180,
    fastFactor: 1.2,
    timedFactor: 1.6,
    riseKPerMin: 1,
    falsePeakV: 6e-3,
    falsePeakS: 150
  },
  slowing: null,
  peukert: null,
  storage: {
    kind: "none",
    why: "Nickel packs are put away part charged as they are, and charged before use: there is no storage voltage."
  },
  recovery: null
};
var NICKEL_SOURCES = {
  voltages: "Common practice, no source: a look again at 1.60 V under charge, a stop at 1.70 V; 1.0 V end as in IEC 61951, from memory.",
  temperatures: "Common practice, no source: fast charge 10 to 40 \xB0C, 5 to 10 \xB0C at a tenth of C, trip at 50 \xB0C.",
  rates: "Common practice, no source; 0.1C for 16 h is the standard charge of IEC 61951-1 and -2, from memory.",
  cells: "Common practice, no source: up to 20 cells.",
  endOfCharge: "Common practice, no source: dip after the peak, hold-off of a few minutes; the false early peak is an empirical term, its height drawn from a seed.",
  storage: "Common practice, no source."
};

// core/chemistry/nicd.ts
var nicd = {
  id: "nicd",
  name: "NiCd",
  ...NICKEL,
  rates: { ...NICKEL.rates, trickleMaxC: 1 / 20 },
  defaults: {
    seriesOhmAh: 0.03,
    relaxOhmAh: 0.11,
    relaxS: 120,
    resistanceDoublesPerK: 17,
    heatCapacityJPerKAh: 17,
    coolingS: 1100,
    coulombicEfficiency: 0.88,
    selfDischargePerMonth: 0.2,
    restUncertaintyV: 0.025
  },
  endOfCharge: {
    ...NICKEL.endOfCharge,
    deltaV: { low: 0.01, high: 0.02 },
    defaultDeltaV: 0.012,
    looseDeltaV: 0.02
  },
  acceptance: { halfSoc: 1, widthSoc: 0.025, perLnRate: 0.03, perK: 3e-3, heatShare: 1 },
  curve: curveFromAnchors([
    [-0.1, -0.4],
    [-0.05, 0.4],
    [-0.02, 0.85],
    [0, 1.05],
    [0.02, 1.15],
    [0.05, 1.2],
    [0.1, 1.235],
    [0.2, 1.258],
    [0.4, 1.28],
    [0.6, 1.297],
    [0.8, 1.32],
    [0.9, 1.342],
    [1, 1.38],
    [1.1, 1.415]
  ]),
  sources: {
    ...NICKEL_SOURCES,
    defaults: "Common practice, no source: a sub-C cell of 1.8 Ah with about 17 m\u03A9 in series, 55 g; polarisation that falls fast with heat gives the strong dip.",
    curve: "Common practice, no source; discharge shape checked against Tremblay and Dessaint 2009, from memory."
  }
};

// core/chemistry/nimh.ts
var nimh = {
  id: "nimh",
  name: "NiMH",
  ...NICKEL,
  rates: { ...NICKEL.rates, trickleMaxC: 1 / 40 },
  defaults: {
    seriesOhmAh: 0.06,
    relaxOhmAh: 0.1,
    relaxS: 120,
    resistanceDoublesPerK: 22,
    heatCapacityJPerKAh: 14,
    coolingS: 1100,
    coulombicEfficiency: 0.9,
    selfDischargePerMonth: 0.2,
    restUncertaintyV: 0.02
  },
  endOfCharge: {
    ...NICKEL.endOfCharge,
    deltaV: { low: 3e-3, high: 5e-3 },
    defaultDeltaV: 5e-3,
    looseDeltaV: 0.01
  },
  acceptance: { halfSoc: 1, widthSoc: 0.03, perLnRate: 0.03, perK: 3e-3, heatShare: 1 },
  curve: curveFromAnchors([
    [-0.1, -0.4],
    [-0.05, 0.4],
    [-0.02, 0.8],
    [0, 1.02],
    [0.02, 1.12],
    [0.05, 1.18],
    [0.1, 1.218],
    [0.2, 1.25],
    [0.4, 1.283],
    [0.6, 1.305],
    [0.8, 1.332],
    [0.9, 1.355],
    [1, 1.39],
    [1.1, 1.42]
  ]),
  sources: {
    ...NICKEL_SOURCES,
    defaults: "Common practice, no source: an AA cell of 2 Ah with about 28 m\u03A9 in series, 27 g at 1 J/(g\xB7K).",
    curve: "Common practice, no source; discharge shape checked against Tremblay and Dessaint 2009, from memory."
  }
};

// core/chemistry/catalogue.ts
var CHEMISTRIES = [lipo, lihv, liion, life, nimh, nicd, lead, leadGel];
var byId = new Map(CHEMISTRIES.map((c) => [c.id, c]));
var CHEMISTRY_IDS = CHEMISTRIES.map((c) => c.id);
var CHEMISTRY_CHOICE = {
  label: "Chemistry",
  options: CHEMISTRY_IDS,
  words: Object.fromEntries(CHEMISTRIES.map((c) => [c.id, c.name])),
  wrong: `Chemistry must be one of: ${CHEMISTRIES.map((c) => c.name).join(", ")}.`,
  open: true
};
function chemistryOf(id2) {
  const chemistry = byId.get(id2);
  if (!chemistry) throw new Error(`unknown chemistry ${id2}`);
  return chemistry;
}

// core/quantity/format.ts
var fixed = (value2, digits) => Number.isFinite(value2) ? value2.toFixed(digits) : "\u2013";
function amps(value2) {
  const digits = Math.abs(value2) < 1 && Math.abs(value2 * 10 - Math.round(value2 * 10)) > 1e-6 ? 2 : 1;
  return { figure: fixed(value2, digits), unit: "A" };
}
var volts = (value2, digits = 2) => ({ figure: fixed(value2, digits), unit: "V" });
var milliampHours = (valueAh) => ({
  figure: fixed(valueAh * 1e3, 0),
  unit: "mAh"
});
var millivolts = (valueV) => ({ figure: fixed(valueV * 1e3, 0), unit: "mV" });
var milliohms = (valueOhm) => ({ figure: fixed(valueOhm * 1e3, 1), unit: "m\u03A9" });
var minutes = (value2) => ({ figure: fixed(value2, 0), unit: "min" });
var watts = (value2) => ({
  figure: fixed(value2, Math.abs(value2) < 10 ? 1 : 0),
  unit: "W"
});
var degrees = (value2) => ({
  figure: fixed(value2, 0).replace("-", "\u2212"),
  unit: "\xB0C"
});
var percent = (share2) => ({ figure: fixed(share2 * 100, 0), unit: "%" });
var text = (written) => `${written.figure} ${written.unit}`;
function cRate(rate) {
  const digits = rate >= 10 ? 0 : rate < 0.995 ? 2 : 1;
  const figure2 = rate.toFixed(digits);
  return `${digits === 0 ? figure2 : figure2.replace(/0+$/, "").replace(/\.$/, "")}C`;
}
var sentenceCase = (words) => words.slice(0, 1).toUpperCase() + words.slice(1);

// core/pack/rated.ts
var FADE_PER_YEAR = 0.03;
var YEAR_MS = 365.25 * 864e5;
var WORTH_SAYING = 0.98;
var ratedAh = (pack) => Math.min(pack.capacityAh, pack.measuredCapacityAh ?? Infinity);
var ofMeasured = (pack) => ratedAh(pack) < WORTH_SAYING * pack.capacityAh ? ` of ${text(milliampHours(ratedAh(pack)))}` : "";
function presentCapacityAh(pack, now) {
  if (pack.measuredCapacityAh !== null) return pack.measuredCapacityAh;
  const years = pack.firstUsedOn ? (Date.parse(now) - Date.parse(pack.firstUsedOn)) / YEAR_MS : 0;
  return pack.capacityAh * Math.max(0.6, 1 - FADE_PER_YEAR * Math.max(0, years));
}

// core/quantity/field.ts
var figure = (d) => ({ kind: "figure", ...d });
var text2 = (d) => ({ kind: "text", ...d });
var choice = (d) => ({ kind: "choice", ...d });
var flag = (d) => ({ kind: "flag", ...d });
var choices = (d) => ({ kind: "choices", ...d });
var day = (d) => ({
  kind: "day",
  optional: true,
  start: null,
  ...d
});
var moment = (d) => ({ kind: "moment", ...d });
var reference = (d) => ({
  kind: "reference",
  ...d
});
var ids = (d) => ({ kind: "references", start: [], ...d });
var figures = (d) => ({
  kind: "figures",
  ...d
});
var parts = (of, d) => ({ kind: "parts", of, ...d });
var layer = (of, d) => ({
  kind: "layer",
  of,
  ...d
});
var group = (of, d) => ({ kind: "group", of, ...d });
var shown = (field, stored2) => Number((stored2 * (field.per ?? 1)).toPrecision(8));
function refusal(field, value2) {
  const withUnit = (v) => `${shown(field, v)} ${field.unit}`.trim();
  const { label } = field;
  if (field.whole && !Number.isInteger(value2))
    return `${label} must be a whole number, not ${shown(field, value2)}.`;
  if (value2 < field.min)
    return field.tooLow ?? `${label} must be at least ${withUnit(field.min)}; ${withUnit(value2)} is below it.`;
  if (value2 > field.max)
    return field.tooHigh ?? `${label} must be at most ${withUnit(field.max)}; ${withUnit(value2)} is above it.`;
  return null;
}

// core/pack/reading.ts
var CELL_VOLTS = figure({
  label: "Cell",
  unit: "V",
  min: -3,
  max: 6,
  tooLow: "A cell cannot read below \u22123 V.",
  tooHigh: "A cell above 6 V is not a cell: were tap volts typed?"
});
var READING = {
  /** When it was taken. */
  takenAt: moment({ label: "Taken" }),
  /** Volts of each cell, bottom cell first; null when only the pack was measured. */
  cellVoltagesV: figures({
    label: "Cells",
    each: CELL_VOLTS,
    least: 1,
    most: 24,
    optional: true,
    start: null
  }),
  /** Volts of the whole pack; null when only cells were measured. */
  packVoltageV: figure({ label: "Pack", unit: "V", min: 0, max: 90, optional: true, start: null }),
  /** `rest` is half an hour without current. */
  state: choice({
    label: "Taken",
    options: ["rest", "loaded", "just used"],
    words: { rest: "at rest", loaded: "under load", "just used": "just after use" },
    start: "rest"
  }),
  /** What happened to the pack between its last run and the reading. */
  usedSince: choice({
    label: "Since its last run",
    options: ["not said", "not used", "used", "until it faded"],
    words: { "until it faded": "used until it faded" },
    start: "not said",
    help: "Tells how full it is where volts say little"
  }),
  temperatureDegC: figure({
    label: "Pack at",
    unit: "\xB0C",
    min: -40,
    max: 120,
    optional: true,
    start: null
  }),
  /** The same cells as a charger's own page shows them, bottom cell first: evidence of how far that charger is off. */
  chargerCellsV: figures({
    label: "On the charger\u2019s page",
    each: CELL_VOLTS,
    least: 1,
    most: 24,
    optional: true,
    start: null
  }),
  /** The channel whose page it was; null when not said. */
  chargerChannelId: reference({ label: "Shown by", most: 64, optional: true, start: null }),
  cellResistancesOhm: figures({
    label: "Resistance",
    each: figure({ label: "Resistance", unit: "m\u03A9", per: 1e3, min: 1e-5, max: 2 }),
    least: 0,
    most: 24,
    optional: true,
    start: null
  })
};
function packVoltage(reading2) {
  if (reading2.packVoltageV !== null) return reading2.packVoltageV;
  return (reading2.cellVoltagesV ?? []).reduce((sum2, v) => sum2 + v, 0);
}
function spreadV(reading2) {
  const cells = reading2.cellVoltagesV;
  if (!cells || cells.length < 2) return null;
  return Math.max(...cells) - Math.min(...cells);
}
function cellVoltages(reading2, cells) {
  if (reading2.cellVoltagesV?.length === cells) return reading2.cellVoltagesV;
  return Array.from({ length: cells }, () => packVoltage(reading2) / cells);
}

// core/pack/use.ts
var USE = {
  at: moment({ label: "Used until" }),
  /** Minutes of use; null where nobody looked. */
  minutes: figure({ label: "Minutes", unit: "min", min: 0.1, max: 6e3, optional: true, start: null }),
  felt: choice({ label: "How it felt", options: ["not said", "as ever", "weak", "hot"] })
};
var COOLS_MIN = { usual: 30, hot: 60 };
var coolBy = ({ at, felt }) => new Date(Date.parse(at) + 6e4 * (felt === "hot" ? COOLS_MIN.hot : COOLS_MIN.usual)).toISOString();

// core/pack-state/cell-offsets.ts
var METER_EACH_V = 3e-3;
var OWN_MEMORY = 0.7;
var LEAST_SLOPE_V = 0.02;
var TELLS_V = 0.2;
var CAPACITY_SPREAD = 0.01;
var LEVELLED = 0.01;
var LEAK_SPREAD_PER_MONTH = 4e-3;
var unreadOffsetSigma = ({ traits, storage }) => traits.cellsDiffer === null ? traits.cellSpread.sumRead : storage.kind === "charge" ? traits.cellsDiffer.cellsRead : traits.cellsDiffer.sumRead;
function unknownOffsets(chemistry, cells) {
  const sigma = cells < 2 ? 0 : unreadOffsetSigma(chemistry);
  return {
    offset: Array.from({ length: cells }, () => 0),
    sigma: Array.from({ length: cells }, () => sigma),
    readAt: null
  };
}
var centred = (values) => {
  const mean2 = values.reduce((a, b) => a + b, 0) / values.length;
  return values.map((v) => v - mean2);
};
function offsetsRead(before, chemistry, cellV, sigmaV, at) {
  if (cellV.length !== before.offset.length || cellV.length < 2) return before;
  const { curve, defaults } = chemistry;
  const socs = cellV.map((v) => socAt(curve, v));
  const read2 = centred(socs);
  const errorV = Math.hypot(METER_EACH_V, OWN_MEMORY * defaults.restUncertaintyV, sigmaV);
  const far = Math.sqrt(read2.reduce((sum2, r) => sum2 + r * r, 0) / read2.length);
  const steep = slopeAt(curve, socs.reduce((a, b) => a + b, 0) / socs.length) >= TELLS_V;
  const next = before.offset.map((offset, i) => {
    const prior = steep ? Math.max(before.sigma[i], far) : before.sigma[i];
    const slope = Math.max(LEAST_SLOPE_V, slopeAt(curve, Math.min(1.05, Math.max(-0.05, socs[i]))));
    const readVariance = (errorV / slope) ** 2;
    const gain = prior ** 2 / (prior ** 2 + readVariance);
    return { offset: offset + gain * (read2[i] - offset), sigma: prior * Math.sqrt(1 - gain) };
  });
  return { offset: centred(next.map((n) => n.offset)), sigma: next.map((n) => n.sigma), readAt: at };
}
var grown = (offsets, by, chemistry) => {
  const most = Math.max(unreadOffsetSigma(chemistry), ...offsets.sigma);
  return { ...offsets, sigma: offsets.sigma.map((s) => Math.min(most, Math.hypot(s, by))) };
};
var offsetsRested = (offsets, chemistry, hours) => offsets.offset.length < 2 ? offsets : grown(offsets, LEAK_SPREAD_PER_MONTH * hours / 720, chemistry);
var offsetsMoved = (offsets, chemistry, share2) => offsets.offset.length < 2 ? offsets : grown(offsets, CAPACITY_SPREAD * Math.min(1, share2), chemistry);
var levels = (run, sound2) => sound2 && run.settings.balance === true && run.aim.fills && !run.aim.cutsTaper && run.endReason === "full";
var offsetsLevelled = (offsets, at) => ({
  offset: offsets.offset.map(() => 0),
  sigma: offsets.sigma.map(() => offsets.offset.length < 2 ? 0 : LEVELLED),
  readAt: offsets.readAt === null ? null : at
});

// core/pack-state/soc-grid.ts
var SOC_STEP = 5e-3;
var SOC_MIN = -0.1;
var SOC_MAX = 1.1;
var SOC_POINTS = Math.round((SOC_MAX - SOC_MIN) / SOC_STEP) + 1;
var SOC_AT = Float64Array.from(
  { length: SOC_POINTS },
  (_, i) => SOC_MIN + i * SOC_STEP
);
var FIRST_ORDINARY = Math.round((0 - SOC_MIN) / SOC_STEP);
var LAST_ORDINARY = Math.round((1 - SOC_MIN) / SOC_STEP);
var OUTSIDE = 0.5;
function unknownSoc() {
  return normalised(SOC_AT.map((_, i) => i >= FIRST_ORDINARY && i <= LAST_ORDINARY ? 1 : OUTSIDE));
}
var total = (p) => {
  let sum2 = 0;
  for (let i = 0; i < p.length; i++) sum2 += p[i];
  return sum2;
};
function normalised(p) {
  const sum2 = total(p);
  if (!(sum2 > 0)) return unknownSoc();
  const out = new Float64Array(p.length);
  for (let i = 0; i < p.length; i++) out[i] = p[i] / sum2;
  return out;
}
function addAt(p, soc, weight) {
  const place = Math.min(SOC_POINTS - 1, Math.max(0, (soc - SOC_MIN) / SOC_STEP));
  const i = Math.min(SOC_POINTS - 2, Math.floor(place));
  const above = place - i;
  p[i] += weight * (1 - above);
  p[i + 1] += weight * above;
}
function moved(p, map) {
  const out = new Float64Array(SOC_POINTS);
  for (let i = 0; i < p.length; i++) if (p[i] > 1e-9) addAt(out, map(SOC_AT[i]), p[i]);
  return out;
}
function widened(p, sigma) {
  const reach = Math.ceil(3.5 * sigma / SOC_STEP);
  if (!(sigma > SOC_STEP / 4)) return p;
  const kernel = Float64Array.from(
    { length: 2 * reach + 1 },
    (_, k) => Math.exp(-0.5 * ((k - reach) * SOC_STEP / sigma) ** 2)
  );
  const sum2 = total(kernel);
  const wide = new Float64Array(SOC_POINTS + 2 * reach);
  for (let i = 0; i < SOC_POINTS; i++) {
    if (p[i] < 1e-9) continue;
    const share2 = p[i] / sum2;
    for (let k = 0; k < kernel.length; k++) wide[i + k] += share2 * kernel[k];
  }
  const out = wide.slice(reach, reach + SOC_POINTS);
  for (let i = 0; i < reach; i++) {
    out[0] += wide[i];
    out[SOC_POINTS - 1] += wide[reach + SOC_POINTS + i];
  }
  return out;
}
function drawnDown(p) {
  const out = new Float64Array(SOC_POINTS);
  let above = 0;
  for (let i = SOC_POINTS - 1; i > FIRST_ORDINARY; i--) {
    above += p[i] / (i - FIRST_ORDINARY + 1);
    out[i] = above;
  }
  out[FIRST_ORDINARY] = above + p[FIRST_ORDINARY];
  for (let i = 0; i < FIRST_ORDINARY; i++) out[i] = p[i];
  return out;
}
function filledUp(p) {
  const out = new Float64Array(SOC_POINTS);
  let below = 0;
  for (let i = 0; i < LAST_ORDINARY; i++) {
    below += p[i] / (LAST_ORDINARY - i + 1);
    out[i] = below;
  }
  out[LAST_ORDINARY] = below + p[LAST_ORDINARY];
  for (let i = LAST_ORDINARY + 1; i < SOC_POINTS; i++) out[i] = p[i];
  return out;
}
function meanOf(p) {
  let sum2 = 0;
  for (let i = 0; i < SOC_POINTS; i++) sum2 += p[i] * SOC_AT[i];
  return sum2;
}
function sigmaOf(p) {
  const mean2 = meanOf(p);
  let sum2 = 0;
  for (let i = 0; i < SOC_POINTS; i++) sum2 += p[i] * (SOC_AT[i] - mean2) ** 2;
  return Math.max(SOC_STEP / 2, Math.sqrt(sum2));
}
function quantileOf(p, part) {
  let below = 0;
  for (let i = 0; i < SOC_POINTS; i++) {
    if (below + p[i] >= part && p[i] > 0) return SOC_AT[i] + ((part - below) / p[i] - 0.5) * SOC_STEP;
    below += p[i];
  }
  return SOC_MAX;
}
function probabilityWithin(p, low, high) {
  let sum2 = 0;
  for (let i = 0; i < SOC_POINTS; i++)
    if (SOC_AT[i] >= low - SOC_STEP / 2 && SOC_AT[i] <= high + SOC_STEP / 2) sum2 += p[i];
  return sum2;
}

// core/pack-state/charge-moved.ts
var HOUR_MS = 36e5;
var MONTH_H = 30 * 24;
var SELF_DISCHARGE_SIGMA = 0.5;
var OWN_DISCHARGE_DAYS = 2;
var COUNTER_SIGMA = 0.03;
var CAPACITY_SIGMA = { measured: 0.04, printed: 0.14 };
var ABOVE_END = 0.015;
var PAST_FULL = 1.02;
var OVER_SLACK = 0.05;
var OVER_SIGMA = 0.08;
var METER = 0.05;
function afterRest(soc, chemistry, pack, hours) {
  const lost = chemistry.defaults.selfDischargePerMonth * Math.max(0, hours) / MONTH_H;
  const still = lost < 1e-4 ? soc : widened(
    moved(soc, (s) => s > 0 ? s * Math.exp(-lost) : s),
    SELF_DISCHARGE_SIGMA * Math.min(lost, 0.4)
  );
  if (pack.electronics !== "discharges itself" || hours < 24 * OWN_DISCHARGE_DAYS) return still;
  const floor = socAt(chemistry.curve, chemistry.voltages.storageV);
  const down2 = new Float64Array(SOC_POINTS);
  for (let i = 0; i < SOC_POINTS; i++) {
    const span = SOC_AT[i] - floor;
    if (span <= 0) {
      down2[i] += still[i];
      continue;
    }
    const from = Math.round((floor - SOC_AT[0]) / (SOC_AT[1] - SOC_AT[0]));
    for (let k = from; k <= i; k++) down2[k] += still[i] / (i - from + 1);
  }
  return down2;
}
var afterUse = drawnDown;
var hoursBetween = (from, to) => Math.max(0, (Date.parse(to) - Date.parse(from)) / HOUR_MS);
function countedAh(run) {
  if (run.chargeAh === null || run.joined) return null;
  const setA = run.aim.moves === "out" ? run.settings.dischargeA ?? 0 : run.aim.moves === "in" ? run.settings.currentA : Math.max(run.settings.currentA, run.settings.dischargeA ?? 0);
  const most = run.durationS === null || setA <= 0 || run.aim.repeats ? Infinity : setA * (run.durationS / 3600 + 1 / 60) * (1 + METER) + 0.01;
  return Math.min(Math.abs(run.chargeAh), most);
}
var NEWTON_STEPS = 5;
function stored(chemistry, share2, rateC) {
  const { acceptance, defaults } = chemistry;
  if (acceptance === null) return (soc) => soc + share2 * defaults.coulombicEfficiency;
  const half = acceptance.halfSoc + acceptance.perLnRate * Math.log(Math.max(0.02, rateC));
  const width = acceptance.widthSoc;
  const put = (soc) => soc + width * Math.exp((soc - half) / width);
  const taken = share2 * defaults.coulombicEfficiency;
  return (start) => {
    const target = put(start) + taken;
    let soc = Math.min(start + taken, half + width * Math.log((target - start) / width));
    for (let k = 0; k < NEWTON_STEPS; k++) {
      const steep = Math.exp((soc - half) / width);
      soc -= (soc + width * steep - target) / (1 + steep);
    }
    return soc;
  };
}
var implausible = (over) => over <= OVER_SLACK ? 1 : Math.exp(-0.5 * ((over - OVER_SLACK) / OVER_SIGMA) ** 2);
function countedMove(chemistry, pack, run, capacityAh) {
  const ah = countedAh(run);
  if (ah === null || run.aim.repeats) return null;
  const share2 = ah / capacityAh;
  const capacity = pack.measuredCapacityAh !== null ? CAPACITY_SIGMA.measured : CAPACITY_SIGMA.printed;
  const sigma = share2 * Math.hypot(COUNTER_SIGMA, capacity);
  const rateC = run.settings.currentA / capacityAh;
  const losesNearFull = chemistry.acceptance !== null && run.aim.moves === "in";
  const upTimes = (losesNearFull ? [-1, 0, 1] : []).map((k) => ({
    weight: k === 0 ? 2 / 3 : 1 / 6,
    at: SOC_AT.map(stored(chemistry, Math.max(0, share2 + k * Math.sqrt(3) * sigma), rateC))
  }));
  const ceiling = chemistry.traits.restsAtEnd ? socAt(chemistry.curve, run.settings.endVoltageV) + ABOVE_END : PAST_FULL;
  const upAt = losesNearFull ? SOC_AT : SOC_AT.map(stored(chemistry, share2, rateC));
  const at = (soc) => Math.round((soc - SOC_MIN) / SOC_STEP);
  const down2 = (soc) => soc - share2;
  const upHeld = (soc) => Math.min(upAt[at(soc)], Math.max(soc, ceiling));
  const target = socAt(chemistry.curve, run.settings.endVoltageV);
  const goesUp = (soc) => run.aim.moves === "in" || run.aim.moves === "either" && soc <= target;
  return {
    change: (soc) => {
      if (losesNearFull) {
        const out = new Float64Array(SOC_POINTS);
        for (const { weight, at: to2 } of upTimes)
          for (let i = 0; i < SOC_POINTS; i++)
            if (soc[i] > 1e-9) addAt(out, Math.min(PAST_FULL, to2[i]), weight * soc[i]);
        return out;
      }
      const to = widened(
        moved(soc, (s) => goesUp(s) ? upHeld(s) : down2(s)),
        sigma
      );
      if (run.aim.moves !== "in") return to;
      return moved(to, (s) => Math.min(s, Math.max(ceiling, s - 3 * sigma)));
    },
    plausible: SOC_AT.map(
      (s) => goesUp(s) ? chemistry.acceptance !== null ? 1 : implausible(upAt[at(s)] - Math.max(s, ceiling)) : implausible(-down2(s))
    )
  };
}
function uncountedMove(chemistry, run) {
  if (run.aim.moves === "in") return filledUp;
  if (run.aim.moves === "out") return drawnDown;
  if (run.aim.moves === "both") return unknownSoc;
  const target = socAt(chemistry.curve, run.settings.endVoltageV);
  return (soc) => {
    const out = new Float64Array(SOC_POINTS);
    const step2 = SOC_AT[1] - SOC_AT[0];
    const to = Math.min(SOC_POINTS - 1, Math.max(0, Math.round((target - SOC_AT[0]) / step2)));
    for (let i = 0; i < SOC_POINTS; i++) {
      const [a, b] = i < to ? [i, to] : [to, i];
      for (let k = a; k <= b; k++) out[k] += soc[i] / (b - a + 1);
    }
    return out;
  };
}

// core/chemistry/fill-window.ts
var fullSoc = (chemistry) => chemistry.traits.restsAtEnd ? Math.min(1, socAt(chemistry.curve, chemistry.voltages.chargeEndV)) : 1;

// core/pack-state/claim.ts
var FULL_SHARE = 0.9;
var EMPTY_BELOW = 0.1;
var STORAGE_SLACK_V = 0.02;
var STORAGE_SHARE = 0.12;
var RESTS_ABOVE = 0.05;
var CLAIMED = 0.9;
var fullFrom = (chemistry) => FULL_SHARE * fullSoc(chemistry);
function storageWindow({ storage, voltages, curve }) {
  switch (storage.kind) {
    case "none":
      return null;
    case "charge":
      return { low: storage.soc - STORAGE_SHARE, high: storage.soc + STORAGE_SHARE };
    case "volts":
      return {
        low: socAt(curve, voltages.storageWindowV.low - STORAGE_SLACK_V),
        high: socAt(curve, voltages.storageWindowV.high + STORAGE_SLACK_V)
      };
  }
}
function claimOf(chemistry, soc, standing) {
  if (!standing.known || standing.contradicted || standing.endDoubted) return null;
  if (probabilityWithin(soc, fullFrom(chemistry), SOC_MAX) >= CLAIMED) return "full";
  const restsFrom = ocvAt(chemistry.curve, fullFrom(chemistry) + RESTS_ABOVE);
  const tells = chemistry.traits.voltsTellCharge && chemistry.storage.kind !== "charge";
  if (tells && standing.restV?.every((v) => v >= restsFrom)) return "full";
  if (probabilityWithin(soc, SOC_MIN, EMPTY_BELOW) >= CLAIMED) return "empty";
  const { low, high } = chemistry.voltages.storageWindowV;
  if (chemistry.storage.kind === "volts" && standing.restV)
    return standing.restV.every((v) => v >= low && v <= high + STORAGE_SLACK_V) ? "storage" : null;
  const window = storageWindow(chemistry);
  return window && probabilityWithin(soc, window.low, window.high) >= CLAIMED ? "storage" : null;
}

// core/pack/observation.ts
var OBSERVATION_KINDS = [
  "swollen",
  "dented",
  "leaking",
  "smell",
  "hissing",
  "smoking",
  "damaged",
  "hot",
  "warm",
  "cold",
  "dropped"
];
var OBSERVATION = {
  at: moment({ label: "Seen" }),
  what: choice({
    label: "What was seen",
    options: OBSERVATION_KINDS,
    words: {
      dented: "dented or cut",
      leaking: "something leaked",
      smell: "it smells",
      hissing: "it hisses",
      smoking: "it smokes",
      damaged: "a bare wire, a broken or burnt plug"
    }
  }),
  notes: text2({ label: "Notes", least: 0, most: 400, start: "" }),
  /** When a person cleared it, and why; null while it binds. */
  clearedAt: moment({ label: "Cleared", optional: true }),
  clearedBecause: text2({ label: "Cleared because", least: 3, most: 400, optional: true, start: null })
};
var DISPOSE = "It is never charged again: disposed of by local rules.";
var NOTHING = { condition: null, forGood: false, act: "" };
var EFFECTS = {
  swollen: {
    condition: "swollen",
    forGood: true,
    act: `Outdoors, away from what burns, in a fire-resistant container that is not sealed. ${DISPOSE}`
  },
  leaking: {
    condition: "damaged",
    forGood: true,
    act: `Gloves; do not breathe it; outdoors, away from what burns. ${DISPOSE}`
  },
  hissing: {
    condition: "damaged",
    forGood: true,
    act: `Leave it, power off at the wall if that is safe, out, call the fire service. ${DISPOSE}`
  },
  smoking: {
    condition: "damaged",
    forGood: true,
    act: `Leave it, power off at the wall if that is safe, out, call the fire service. ${DISPOSE}`
  },
  dented: {
    condition: "damaged",
    forGood: false,
    act: "Outdoors, watched for an hour; it is not charged before somebody has looked at every side of it and says why it is sound."
  },
  smell: {
    condition: "damaged",
    forGood: false,
    act: "Do not breathe it; outdoors, away from what burns. It is not charged before it is known what smelt."
  },
  damaged: {
    condition: "damaged",
    forGood: false,
    act: "Not connected before it is mended: one wire after the other, never both bare at once."
  },
  dropped: {
    condition: "quarantine",
    forGood: false,
    act: "Outdoors for an hour, then every side looked at and every cell measured."
  },
  hot: {
    ...NOTHING,
    act: "It cools in the open air, an hour at least, and is measured before it is charged."
  },
  warm: { ...NOTHING, act: "It cools for half an hour before it is charged." },
  cold: { ...NOTHING, act: "It is warmed to about 20 \xB0C before it is charged." }
};
var effectOf = (what) => EFFECTS[what];
var CONDITION_LADDER = [
  "in service",
  "quarantine",
  "damaged",
  "swollen",
  "retired"
];
var graver = (a, b) => CONDITION_LADDER.indexOf(a) >= CONDITION_LADDER.indexOf(b) ? a : b;

// core/pack-state/condition.ts
var BY_CONDITION = {
  "in service": "",
  quarantine: "Set apart: it is measured and looked at before anything is connected to it.",
  swollen: effectOf("swollen").act,
  damaged: "Outdoors, away from what burns. It is not connected to anything before somebody says why it is sound.",
  retired: "Retired: brought below 30 % where that is safe, and disposed of by local rules."
};
function conditionOf(pack, events) {
  const observed = events.filter((e) => e.kind === "observation" && e.clearedAt === null).flatMap(
    (e) => e.kind === "observation" && effectOf(e.what).condition !== null ? [{ id: e.id, what: e.what, at: e.at, effect: effectOf(e.what) }] : []
  ).toReversed();
  const condition = observed.reduce((c, o) => graver(c, o.effect.condition), pack.condition);
  const forGood = observed.find((o) => o.effect.forGood);
  return {
    condition,
    forGood: forGood !== void 0 || condition === "swollen",
    observed,
    act: forGood?.effect.act ?? observed[0]?.effect.act ?? BY_CONDITION[condition]
  };
}

// core/pack-state/end-judgement.ts
var METER2 = 0.05;
var MINUTE = 1;
var LEAST_AH = 0.01;
var CLOCK_MIN = 5;
var MOST_SHARE = { lithium: 1.1, lead: 1.25, nickel: 1.6 };
var COUNT_SHARE = 0.05;
var EARLY_SHARE = 0.6;
var EARLY_MISSING = 0.12;
var MORE_SHARE = 1.35;
var GUARD_SHARE = 0.03;
var GUARD_MIN = 2;
var TIMED_SHARE = 0.97;
var TIMED_FULL = 1.35;
var UNDER_END_V = 0.05;
var OVER_END_V = 0.03;
var APART_V = 0.02;
var PACK_V = 0.03;
var TAPERED = 2.5;
var STORAGE_V = 0.06;
var REBOUND_V = 0.5;
var UNDER_DISCHARGE_V = 0.15;
var mah = (ah) => `${Math.round(ah * 1e3)} mAh`;
var volts2 = (v) => `${v.toFixed(2)} V`;
var notSo = (reason, next) => ({ outcome: "not what it says", reason, next });
var doubtful = (reason, next) => ({ outcome: "doubtful", reason, next });
var sound = (reason, next = "") => ({ outcome: "sound", reason, next });
var danger = (reason, next) => ({ ...notSo(reason, next), danger: true });
var LEAVE_IT = "Leave it alone outdoors, away from what burns, for some hours, and watch it from afar; it is not charged again before every cell was measured and its end checked with a meter.";
var cellsInDanger = ({
  endCellVoltagesV,
  endPackVoltageV,
  displayReadings,
  chemistry,
  pack,
  aim
}) => {
  const { cellMaxV, doNotChargeV } = chemistry.voltages;
  const cells = endCellVoltagesV ?? [];
  const high = Math.max(-Infinity, ...cells);
  if (high > cellMaxV)
    return danger(
      `Cell ${cells.indexOf(high) + 1} ended at ${high.toFixed(3)} V, above the ${cellMaxV.toFixed(3)} V that it may have.`,
      LEAVE_IT
    );
  if (endPackVoltageV !== null && endPackVoltageV > pack.cells * cellMaxV)
    return danger(
      `The pack ended at ${volts2(endPackVoltageV)}, more than ${pack.cells} cells of ${volts2(cellMaxV)} may have.`,
      LEAVE_IT
    );
  const shown2 = displayReadings.find((d) => d.what === "highestCellV" && d.value > cellMaxV);
  if (shown2)
    return danger(
      `At minute ${Math.round(shown2.minute)} its display showed a cell at ${shown2.value.toFixed(3)} V, above the ${cellMaxV.toFixed(3)} V that it may have.`,
      LEAVE_IT
    );
  const sum2 = displayReadings.find((d) => d.what === "packV" && d.value > pack.cells * cellMaxV);
  if (sum2)
    return danger(
      `At minute ${Math.round(sum2.minute)} its display showed ${volts2(sum2.value)}, more than ${pack.cells} cells may have.`,
      LEAVE_IT
    );
  if (chemistry.balanceFromCells === null || cells.length === 0 || aim.recovers) return null;
  const low = Math.min(...cells);
  const { hardFloorV } = chemistry.voltages;
  if (low >= hardFloorV - UNDER_DISCHARGE_V) return null;
  const which = `Cell ${cells.indexOf(low) + 1} ended at ${volts2(low)}, below the ${volts2(hardFloorV)} floor`;
  return low < doNotChargeV ? danger(
    `${which}, and below ${volts2(doNotChargeV)} it is not charged again.`,
    "Let it rest an hour and measure it once more: a cell that stays there retires the pack."
  ) : notSo(
    `${which}.`,
    "Let it rest half an hour and measure each cell: what stays under the floor is recovered gently or retired; that cell is weak."
  );
};
var figures2 = (s) => {
  const { chargeAh, minutes: minutes2, elapsedMin, setA, aim, chemistry, capacityAh, displayReadings } = s;
  if (minutes2 !== null && elapsedMin !== null && minutes2 > elapsedMin + CLOCK_MIN)
    return notSo(
      `${Math.round(minutes2)} min were written down, and it was begun ${Math.round(elapsedMin)} min before.`,
      "Read the minutes once more and correct them; if they stand, the charger had begun before it was noted, or counts on from the run before."
    );
  if (chargeAh === null || aim.repeats) return null;
  if (minutes2 !== null && setA > 0) {
    const most2 = (minutes2 + MINUTE) / 60 * setA * (1 + METER2) + LEAST_AH;
    if (Math.abs(chargeAh) > most2)
      return notSo(
        `${mah(chargeAh)} in ${Math.round(minutes2)} min is more than ${setA.toFixed(1)} A can move, ${mah(most2)}.`,
        "Read minutes and mAh once more and correct them; if they stand, the charger ran another program, or counted on from the run before."
      );
  }
  const counted = displayReadings.filter((d) => d.what === "chargeAh").at(-1);
  if (counted && counted.value > Math.abs(chargeAh) * (1 + COUNT_SHARE) + LEAST_AH)
    return notSo(
      `At minute ${Math.round(counted.minute)} its display showed ${mah(counted.value)}, and ${mah(chargeAh)} were written down at the end.`,
      "Read the mAh once more and correct them; if they stand, it started anew in between and counts from there."
    );
  const most = MOST_SHARE[chemistry.family] * capacityAh;
  if (aim.moves === "in" && chargeAh > most)
    return notSo(
      `${mah(chargeAh)} went in, and the pack holds ${mah(capacityAh)}.`,
      "Feel whether it is warm. It leaks, gasses, or is not the pack that its label says: do not charge it again before each cell is measured."
    );
  return null;
};
var MEASURE_EACH = "Let it rest half an hour and measure each cell.";
var BROKEN = {
  stopped: [
    "It was stopped before its end.",
    "Let it rest half an hour and measure each cell before it goes on."
  ],
  "charger error": [
    "The charger gave up with an error.",
    "Find out what it meant before it is charged again; measure each cell."
  ],
  "no main lead": [
    "It lost the main lead.",
    "Plug, lead and joint before anything else: a plug that opens under current is worn. Measure each cell, then go on from there."
  ],
  "cell error": [
    "It did not like a cell, or a balance wire.",
    "Meter every cell at the balance plug: if they are sound the wire is not; a cell near zero retires the pack."
  ],
  count: [
    "It counted other cells than were set.",
    "Meter every cell before any count is keyed by hand: a flat pack, a full one of another count and a dead cell look alike from outside."
  ],
  "input low": [
    "Its input fell too low.",
    "Look at the supply under load: fewer amps, shorter and thicker leads, or a charged battery. The pack is part charged: measure it."
  ],
  "charger hot": [
    "The charger itself became too hot.",
    "Vents clear, fan turning, out of the sun; fewer watts next time. The pack is part charged: measure it."
  ],
  restarted: [
    "It started anew, and with it what it counted.",
    "Look at every line that is keyed in: a restart keeps some and loses others. Sooner with more amps means the supply."
  ],
  cancelled: [
    "It went back to its first screen without a message.",
    "Somebody pressed, or a question on it was not answered. Measure the pack, stay at the screen for the first minute."
  ],
  "clock stands still": [
    "Its clock stood still: nobody knows what it did.",
    "Unplug it, balance lead and main lead, and switch it off; measure each cell and feel the pack."
  ],
  "link lost": [
    "The charger was not heard to the end.",
    "Look at its screen, and measure the pack: what it says now counts."
  ],
  temperature: [
    "It became too hot.",
    "Let it cool outside, look at it closely, and measure each cell; charge it more slowly, or not again."
  ]
};
var broken = ({ endReason }) => {
  if (endReason === null) return doubtful("Nobody wrote down why it ended.", MEASURE_EACH);
  const found = BROKEN[endReason];
  return found ? doubtful(found[0], found[1]) : null;
};
var timedDone = ({ timed, chargeAh, capacityAh, settings, minutes: minutes2 }) => timed && (chargeAh !== null && (chargeAh >= TIMED_FULL * capacityAh || settings.capacityLimitAh !== null && chargeAh >= TIMED_SHARE * settings.capacityLimitAh) || minutes2 !== null && minutes2 / 60 * settings.currentA >= TIMED_FULL * capacityAh);
var done = ({ moves }) => moves === "out" ? "empty" : "full";
var guards = (s) => {
  const { endReason, settings, minutes: minutes2, chargeAh, expectedAh, aim } = s;
  if (endReason === "timer") {
    const set2 = settings.safetyTimerMin;
    if (set2 !== null && minutes2 !== null && Math.abs(minutes2 - set2) > GUARD_MIN)
      return notSo(
        `It ended after ${Math.round(minutes2)} min by its timer, and the program\u2019s is ${set2} min.`,
        "Another timer is keyed into the charger: look it up and note it with the charger."
      );
    if (aim.limitEndsWell) return sound("Its minutes were up, as they should be.");
    if (timedDone(s)) return sound("A slow charge by time, and its time is done: full.");
    return doubtful(
      `The timer${set2 === null ? "" : ` of ${set2} min`} cut it${chargeAh !== null && expectedAh ? ` with ${mah(chargeAh)} of about ${mah(expectedAh)}` : ""}: it is not ${done(aim)}.`,
      "Measure it after a rest, then let a new program go on from there."
    );
  }
  if (endReason !== "capacity limit") return null;
  const set = settings.capacityLimitAh;
  if (set !== null && chargeAh !== null && Math.abs(Math.abs(chargeAh) / set - 1) > GUARD_SHARE)
    return notSo(
      `It ended by its capacity limit with ${mah(chargeAh)}, and the program\u2019s limit is ${mah(set)}.`,
      "A limit left over from another pack is keyed into the charger: look it up and note it with the charger."
    );
  if (aim.limitEndsWell) return sound("What it was to move has been moved.");
  if (timedDone(s)) return sound("A slow charge by time, and what it was to put in is in: full.");
  if (set !== null && expectedAh && expectedAh > set)
    return doubtful(
      `The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: the limit was left over from a smaller pack, or keyed too low.`,
      `It is not ${done(aim)}. Measure it after a rest, look the limit up in the charger, and go on from there.`
    );
  if (set !== null && expectedAh && expectedAh < 0.92 * set)
    return doubtful(
      `The limit of ${mah(set)} cut it, and ${mah(expectedAh)} were expected: it began emptier than was read, or does not come to its end.`,
      "Feel whether it is warm, measure it after a rest, and let a new program begin from there."
    );
  return doubtful(
    `The capacity limit cut it: it is not ${done(aim)}.`,
    "Measure it after a rest, then go on from there."
  );
};
var saysFull = ({ endReason }) => endReason === "full" || endReason === "temperature rise";
var byVolts = ({ chemistry }) => chemistry.balanceFromCells !== null;
var packAtFull = (s) => {
  const { settings, endPackVoltageV, endCurrentA, chemistry, pack, aim, capacityAh } = s;
  if (!byVolts(s) || !saysFull(s) || !aim.fills || aim.repeats) return null;
  if (endPackVoltageV !== null && endPackVoltageV < pack.cells * (settings.endVoltageV - UNDER_END_V - PACK_V))
    return notSo(
      `It says full at ${volts2(endPackVoltageV)}, and ${pack.cells} cells are full at ${volts2(pack.cells * settings.endVoltageV)}.`,
      "Measure each cell: one that is full long before the others ended it, or the charger\u2019s own end is off."
    );
  const taperC = aim.cutsTaper ? chemistry.rates.fastTaperC ?? chemistry.rates.taperC : chemistry.rates.taperC;
  const taperA = Math.max(0.2, TAPERED * taperC * capacityAh);
  if (endCurrentA !== null && endCurrentA > taperA && endCurrentA > 0.5 * settings.currentA)
    return doubtful(
      `It says full at ${endCurrentA.toFixed(1)} A, where a full pack takes less than ${taperA.toFixed(1)} A.`,
      "It left out the taper, or stopped for another reason: let it rest half an hour and measure each cell."
    );
  return null;
};
var cellsAtFull = (s) => {
  const { endCellVoltagesV, settings, aim } = s;
  if (!byVolts(s) || !aim.fills || !saysFull(s) || !endCellVoltagesV?.length) return null;
  const low = Math.min(...endCellVoltagesV);
  const high = Math.max(...endCellVoltagesV);
  const lowest = endCellVoltagesV.indexOf(low) + 1;
  if (low < settings.endVoltageV - UNDER_END_V)
    return notSo(
      `Cell ${lowest} ended at ${volts2(low)}, where full is ${volts2(settings.endVoltageV)}.`,
      "Look whether the balance lead was seen at all; then charge it balanced, and measure cell by cell."
    );
  if (high > settings.endVoltageV + OVER_END_V + 1e-9)
    return doubtful(
      `Cell ${endCellVoltagesV.indexOf(high) + 1} ended at ${high.toFixed(3)} V, ${Math.round(1e3 * (high - settings.endVoltageV))} mV above the end.`,
      "Balance it down with the lead in its port, watched; before the next charge look whether the charger\u2019s end and its balancing are right."
    );
  if (high - low > APART_V + 1e-9)
    return sound(
      `Full, and the cells ended ${Math.round(1e3 * (high - low))} mV apart, cell ${lowest} lowest.`,
      "Measure them again in an hour and tomorrow: a cell that goes on falling is failing."
    );
  return null;
};
var cellsBelowFull = (s) => {
  const { endCellVoltagesV, endReason, settings, chemistry, aim } = s;
  if (!byVolts(s) || !endCellVoltagesV?.length || aim.fills || aim.recovers) return null;
  const low = Math.min(...endCellVoltagesV);
  const high = Math.max(...endCellVoltagesV);
  const at = (v) => endCellVoltagesV.indexOf(v) + 1;
  const ended = endReason === "end voltage" || endReason === "full";
  if (aim.stores && ended && chemistry.storage.kind === "volts") {
    const target = settings.endVoltageV;
    const off = high - target > target - low ? high : low;
    if (Math.abs(off - target) > STORAGE_V)
      return notSo(
        `Cell ${at(off)} ended at ${volts2(off)}, and storage is ${volts2(target)}.`,
        "Look up what is keyed into the charger, let the pack rest half an hour and measure each cell, then bring it to storage."
      );
  }
  if (aim.moves !== "out" || !ended) return null;
  const end = settings.dischargeEndV ?? chemistry.voltages.dischargeEndV;
  const back = Math.max(REBOUND_V, ocvAt(chemistry.curve, socAt(chemistry.curve, end) + 0.1) - end);
  if (high > end + back)
    return notSo(
      `Cell ${at(high)} ended at ${volts2(high)}, where ${volts2(end)} was the end: it was not emptied.`,
      "Another end of discharge is keyed, or the charger stopped for another reason: look it up, and measure each cell."
    );
  if (low < end - UNDER_DISCHARGE_V)
    return doubtful(
      `Cell ${at(low)} went down to ${volts2(low)} while the pack was to end at ${volts2(end)} a cell.`,
      "That cell is weak or was emptier than its siblings: charge the pack balanced, the same day, and watch that cell."
    );
  return null;
};
var withinExpected = ({ chargeAh, expectedLowAh, expectedHighAh }) => chargeAh !== null && expectedLowAh !== null && expectedHighAh !== null && Math.abs(chargeAh) >= expectedLowAh - LEAST_AH && Math.abs(chargeAh) <= expectedHighAh + LEAST_AH;
var early = (s) => {
  const { endReason, chargeAh, expectedAh, capacityAh, chemistry, aim, minutes: minutes2 } = s;
  if (chargeAh === null || !expectedAh || aim.repeats || withinExpected(s)) return null;
  const missing = Math.abs(expectedAh) - Math.abs(chargeAh);
  if (Math.abs(chargeAh) >= EARLY_SHARE * Math.abs(expectedAh) || missing < EARLY_MISSING * capacityAh)
    return null;
  const took = `${mah(chargeAh)}${minutes2 === null ? "" : ` in ${Math.round(minutes2)} min`}, where about ${mah(expectedAh)} were expected`;
  if (endReason === "end voltage" && aim.moves === "out")
    return doubtful(
      `It was down with ${took}.`,
      "It began emptier than was believed, is cold or worn, or one cell is weak: measure each cell now. This is no measure of its capacity."
    );
  if (!saysFull(s) || !aim.fills) return null;
  if (chemistry.family === "nickel")
    return notSo(
      `It says full with ${took}: a false dip, unless it was nearly full before.`,
      "If it is warm it was full. If it is cool, let it rest ten minutes and charge it with a coarser end, 2 to 3 mV a cell more, with timer and capacity limit on."
    );
  if (chemistry.family === "lead")
    return notSo(
      `It says full with ${took}.`,
      "Let it stand overnight and measure it: below 12.6 V of a 12 V battery it is sulphated or worn, however full it says it is."
    );
  return notSo(
    `It says full with ${took}.`,
    "Let it rest half an hour and measure each cell: near the end voltage it was fuller than was read; well below, its resistance is high and it is worn, or a plug or lead is bad."
  );
};
var hot = ({ endTemperatureDegC, chemistry }) => endTemperatureDegC !== null && endTemperatureDegC > chemistry.temperatures.tripDegC ? doubtful(
  `It ended at ${Math.round(endTemperatureDegC)} \xB0C, above the ${chemistry.temperatures.tripDegC} \xB0C at which it is stopped.`,
  "Let it cool outside, look at it closely, and measure each cell; charge it more slowly, or not again."
) : null;
function fits({ chargeAh, expectedAh, expectedHighAh, endCellVoltagesV }) {
  if (chargeAh === null || !expectedAh)
    return sound("Nothing that was written down speaks against it; there is little to compare it with.");
  if (Math.abs(chargeAh) > Math.max(MORE_SHARE * Math.abs(expectedAh), expectedHighAh ?? 0))
    return sound(
      `It fits its figures; ${mah(chargeAh)} is more than the ${mah(expectedAh)} that were expected, so it began emptier than was read.`,
      "Measure it after its next use: a pack that is always emptier than it reads loses charge by itself."
    );
  return sound(
    `Minutes, charge${endCellVoltagesV?.length ? ", cells" : ""} and what was expected fit one another.`
  );
}
var JUDGES = [
  cellsInDanger,
  figures2,
  broken,
  guards,
  hot,
  early,
  packAtFull,
  cellsAtFull,
  cellsBelowFull
];
var mainCurrentA = (aim, settings) => {
  if (aim.moves === "out") return settings.dischargeA ?? 0;
  return aim.moves === "in" ? settings.currentA : Math.max(settings.currentA, settings.dischargeA ?? 0);
};
function judgeRunEnd(seen) {
  const { settings, pack, aim } = seen;
  const chemistry = chemistryOf(pack.chemistry);
  const capacityAh = pack.measuredCapacityAh ?? pack.capacityAh;
  const { endOfCharge } = chemistry;
  const sight = {
    ...seen,
    chemistry,
    capacityAh,
    minutes: seen.durationS === null ? null : seen.durationS / 60,
    setA: mainCurrentA(aim, settings),
    timed: endOfCharge.kind === "dip" && aim.fills && settings.currentA < endOfCharge.unreliableBelowC * ratedAh(pack) - 1e-9
  };
  for (const judge of JUDGES) {
    const judged = judge(sight);
    if (judged) return judged;
  }
  return fits(sight);
}

// core/pack-state/event.ts
var RANK = { run: 0, use: 1, observation: 2, reading: 3 };
var inOrder = (events) => events.toSorted(
  (a, b) => Date.parse(a.at) - Date.parse(b.at) || RANK[a.kind] - RANK[b.kind] || (a.id < b.id ? -1 : 1)
);

// core/pack/charge-state.ts
var METER_SIGMA_V = 5e-3;
var UNRESTED_SIGMA_V = 0.03;
var UNREAD = { soc: 0.3, sigma: 0.15 };
function socByVolts(chemistry, cells, reading2) {
  const socs = cellVoltages(reading2, cells).map((v) => socAt(chemistry.curve, v));
  return socs.reduce((sum2, s) => sum2 + s, 0) / socs.length;
}

// core/pack-state/evidence.ts
var RIGHT = { meter: 0.995, end: 0.98, answer: 0.98 };
var RIGHT_END = { sound: RIGHT.end, doubtful: 0.7, "not what it says": 0.4 };
var CURVE_ERROR = {
  lipo: { soc: 0.025, emptierV: 8e-3, fullerV: 0.03 },
  lihv: { soc: 0.05, emptierV: 0.02, fullerV: 0.08 },
  liion: { soc: 0.03, emptierV: 0.015, fullerV: 0.025 },
  life: { soc: 0.05, emptierV: 0.05, fullerV: 0.05 },
  nimh: { soc: 0.05, emptierV: 0.045, fullerV: 0.045 },
  nicd: { soc: 0.05, emptierV: 0.04, fullerV: 0.04 },
  lead: { soc: 0.05, emptierV: 0.025, fullerV: 0.025 },
  leadgel: { soc: 0.05, emptierV: 0.025, fullerV: 0.025 }
};
var USUAL_CURVE_ERROR = { soc: 0.05, emptierV: 0.03, fullerV: 0.03 };
function settlingOf({ family, storage }) {
  if (family === "lead") return { afterChargeV: 0.15, afterDrawV: 0.04, settlesH: 3 };
  if (family === "nickel") return { afterChargeV: 0.06, afterDrawV: 0.04, settlesH: 1.2 };
  if (storage.kind === "charge") return { afterChargeV: 0.06, afterDrawV: 0.04, settlesH: 0.7 };
  return { afterChargeV: 0.015, afterDrawV: 0.03, settlesH: 0.2 };
}
var LOADED_SIGMA_V = 0.12;
var SETTLED_V = 3e-3;
var AT_REST = { meanV: 0, sigmaV: 0 };
function excessOf(chemistry, reading2, last) {
  if (reading2.state === "loaded") return { meanV: 0, sigmaV: LOADED_SIGMA_V };
  const settling = settlingOf(chemistry);
  if (last === null || last.direction === "unknown")
    return reading2.state === "rest" ? AT_REST : { meanV: 0, sigmaV: UNRESTED_SIGMA_V };
  const left = Math.exp(-last.hours / settling.settlesH);
  const meanV = (last.direction === "in" ? settling.afterChargeV : -settling.afterDrawV) * left;
  if (Math.abs(meanV) >= SETTLED_V) return { meanV, sigmaV: Math.abs(meanV) };
  return reading2.state === "rest" ? AT_REST : { meanV: 0, sigmaV: UNRESTED_SIGMA_V };
}
var isSettled = (chemistry, reading2, last) => excessOf(chemistry, reading2, last) === AT_REST;
var FLATTEST = 0.03;
var ENDS_AGREE = { tells: 0.1, hardlyTells: 0.6 };
var bentAt = (chemistry, soc) => Math.max(
  chemistry.traits.voltsTellCharge ? ENDS_AGREE.tells : ENDS_AGREE.hardlyTells,
  soc > 0 && soc < 1 ? Math.sqrt(4 * soc * (1 - soc)) : 0
);
function curveSigmaAt(chemistry, soc) {
  const curve = CURVE_ERROR[chemistry.id] ?? USUAL_CURVE_ERROR;
  const slope = Math.max(FLATTEST, slopeAt(chemistry.curve, soc));
  return bentAt(chemistry, soc) * Math.hypot(curve.soc, Math.max(curve.emptierV, curve.fullerV) / slope);
}
var density = (x, sigma) => Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));
function voltsEvidence(id2, chemistry, meanV, reading2, offsets, last) {
  const excess = excessOf(chemistry, reading2, last);
  const restV = meanV - excess.meanV;
  const voltsAt = SOC_AT.map((soc) => {
    let v = 0;
    for (const d of offsets) v += ocvAt(chemistry.curve, soc + d);
    return v / offsets.length;
  });
  const above = voltsAt.findIndex((v) => v > restV);
  const i = Math.min(SOC_AT.length - 2, Math.max(0, (above < 0 ? SOC_AT.length : above) - 1));
  const by = SOC_AT[i] + (restV - voltsAt[i]) / (voltsAt[i + 1] - voltsAt[i]) * SOC_STEP;
  const curve = CURVE_ERROR[chemistry.id] ?? USUAL_CURVE_ERROR;
  const bend = bentAt(chemistry, by);
  const errorV = (off) => Math.hypot(
    METER_SIGMA_V,
    chemistry.defaults.restUncertaintyV,
    excess.sigmaV,
    (off < 0 ? curve.emptierV : curve.fullerV) * bend
  );
  const local = (voltsAt[i + 1] - voltsAt[i]) / SOC_STEP;
  const likelihood = SOC_AT.map((soc, k) => {
    const off = soc - by;
    const slope = Math.abs(off) < SOC_STEP ? local : (voltsAt[k] - restV) / off;
    return density(off, Math.hypot(curve.soc * bend, errorV(off) / Math.max(FLATTEST, slope)));
  });
  return { id: id2, likelihood, otherwise: 1, right: RIGHT.meter };
}
var near = (soc, sigma) => SOC_AT.map((s) => density(s - soc, sigma));
var fadedEvidence = (id2) => ({
  id: id2,
  likelihood: near(0.06, 0.05),
  otherwise: 1,
  right: RIGHT.answer
});
var weakEvidence = (id2) => ({
  id: id2,
  likelihood: near(0.12, 0.1),
  otherwise: 1,
  right: 0.7
});
var CUT_TAPER = 0.04;
var TAPER_SIGMA = 0.02;
var TAPER_TAIL = { share: 0.05, length: 0.05 };
function socAtTaperEnd(chemistry, endV, cutsTaper) {
  const { traits, curve, rates, defaults } = chemistry;
  const taperC = cutsTaper ? rates.fastTaperC ?? rates.taperC : rates.taperC;
  const full = traits.restsAtEnd ? Math.min(1, socAt(curve, endV - taperC * (defaults.seriesOhmAh + defaults.relaxOhmAh))) : fullSoc(chemistry);
  return cutsTaper ? Math.min(full, fullSoc(chemistry) - CUT_TAPER) : full;
}
function taperEvidence(id2, chemistry, run) {
  const at = socAtTaperEnd(chemistry, run.settings.endVoltageV, run.aim.cutsTaper);
  const { share: share2, length } = TAPER_TAIL;
  const likelihood = SOC_AT.map((s) => {
    const below = Math.max(0, at - s);
    const tail = s <= at ? Math.exp(-below / length) / length : 0;
    return (1 - share2) * density(s - at, TAPER_SIGMA) + share2 * tail;
  });
  return { id: id2, likelihood, otherwise: 1, right: RIGHT.end };
}
var DELTA_PEAK_FROM = 0.94;
var DELTA_PEAK_WIDTH = 0.015;
var PAST_FULL2 = 1.02;
var DELTA_PEAK_RANGE = 0.08;
var FALSE_PEAK = { atStart: 0.5, minutes: 8, always: 0.03 };
function deltaPeakEvidence(id2, run) {
  const minutes2 = run.durationS === null ? Infinity : run.durationS / 60;
  const isFalse = FALSE_PEAK.always + FALSE_PEAK.atStart * Math.exp(-minutes2 / FALSE_PEAK.minutes);
  const likelihood = SOC_AT.map(
    (s) => s > PAST_FULL2 ? 0 : 1 / (1 + Math.exp(-(s - DELTA_PEAK_FROM) / DELTA_PEAK_WIDTH)) / DELTA_PEAK_RANGE
  );
  return { id: id2, likelihood, otherwise: 1, right: 1 - isFalse };
}
function dischargeEndEvidence(id2, chemistry, run, capacityAh) {
  const { defaults, curve, voltages } = chemistry;
  const endV = run.settings.dischargeEndV ?? voltages.dischargeEndV;
  const rateC = (run.settings.dischargeA ?? 0.2 * capacityAh) / capacityAh;
  const dropV = rateC * (defaults.seriesOhmAh + defaults.relaxOhmAh);
  const soc = socAt(curve, endV + 1.5 * dropV);
  const wide = Math.abs(socAt(curve, endV + 3 * dropV) - socAt(curve, endV));
  return {
    id: id2,
    likelihood: near(soc + 0.01, Math.hypot(0.03, wide / 2)),
    otherwise: 1,
    right: RIGHT.end
  };
}
var STORAGE_SIGMA = 0.04;
var STORAGE_OWN = 0.4;
var storageEvidence = (id2, chemistry, run) => {
  const target = socAt(chemistry.curve, run.settings.endVoltageV);
  const sigma = Math.hypot(STORAGE_SIGMA, curveSigmaAt(chemistry, target));
  return { id: id2, likelihood: near(target, sigma), otherwise: 1, right: RIGHT.end, exponent: STORAGE_OWN };
};
function endEvidence(id2, chemistry, run, outcome, capacityAh) {
  const { aim, endReason, settings } = run;
  const judged = (evidence) => ({
    ...evidence,
    right: Math.min(evidence.right, RIGHT_END[outcome])
  });
  const full = endReason === "full" || endReason === "temperature rise";
  if (aim.stores && chemistry.storage.kind === "volts" && (full || endReason === "end voltage"))
    return judged(storageEvidence(id2, chemistry, run));
  const emptied = endReason === "end voltage" || full && aim.repeats && settings.order === "up first";
  if (emptied && (aim.moves === "out" || aim.moves === "both"))
    return judged(dischargeEndEvidence(id2, chemistry, run, capacityAh));
  if (!full || !aim.fills) return null;
  return judged(
    chemistry.endOfCharge.kind === "dip" ? deltaPeakEvidence(id2, run) : taperEvidence(id2, chemistry, run)
  );
}

// core/pack-state/hypotheses.ts
var MOST_KEPT = 8;
var LEAST_WEIGHT = 1e-3;
var unknownBelief = () => [{ weight: 1, soc: unknownSoc(), wrong: [] }];
function pruned(all) {
  const byWrong = /* @__PURE__ */ new Map();
  for (const h of all) {
    const key = h.wrong.join(" ");
    byWrong.set(key, [...byWrong.get(key) ?? [], h]);
  }
  const merged = [...byWrong.values()].map((same) => {
    if (same.length === 1) return same[0];
    const weight = same.reduce((sum3, h) => sum3 + h.weight, 0);
    const soc = new Float64Array(SOC_POINTS);
    for (const h of same) {
      const share2 = h.weight / weight;
      for (let i = 0; i < soc.length; i++) soc[i] += share2 * h.soc[i];
    }
    return { weight, soc, wrong: same[0].wrong };
  });
  const most = Math.max(...merged.map((h) => h.weight));
  const kept = merged.filter((h) => h.weight >= LEAST_WEIGHT * most).sort((a, b) => b.weight - a.weight).slice(0, MOST_KEPT);
  const sum2 = kept.reduce((s, h) => s + h.weight, 0);
  return kept.map((h) => ({ ...h, weight: h.weight / sum2 }));
}
var predicted = (belief, change) => belief.map((h) => ({ ...h, soc: change(h.soc) }));
function perhaps(belief, possibilities) {
  const none = 1 - possibilities.reduce((sum2, p) => sum2 + p.probability, 0);
  return pruned([
    ...belief.map((h) => ({ ...h, weight: h.weight * none })),
    ...possibilities.flatMap(
      ({ probability, change, piece: piece2 }) => belief.map((h) => ({
        weight: h.weight * probability,
        soc: change(h.soc),
        wrong: piece2 === null ? h.wrong : [...h.wrong, piece2]
      }))
    )
  ]);
}
function updated(belief, evidence) {
  const { id: id2, likelihood, otherwise, right, exponent = 1 } = evidence;
  const told = exponent === 1 ? likelihood : likelihood.map((l) => l ** exponent);
  const untold = otherwise ** exponent;
  return pruned(
    belief.flatMap((h) => {
      const soc = new Float64Array(told.length);
      let agreed = 0;
      for (let i = 0; i < soc.length; i++) {
        soc[i] = h.soc[i] * told[i];
        agreed += soc[i];
      }
      for (let i = 0; i < soc.length; i++) soc[i] /= agreed;
      const asRight = agreed > 0 ? [{ weight: h.weight * right * agreed, soc, wrong: h.wrong }] : [];
      const asWrong = { ...h, weight: h.weight * (1 - right) * untold, wrong: [...h.wrong, id2] };
      return right < 1 ? [...asRight, asWrong] : asRight.length ? asRight : [asWrong];
    })
  );
}
var forgotten = (belief, keep2) => pruned(belief.map((h) => ({ ...h, wrong: h.wrong.filter((id2) => keep2.has(id2)) })));
function marginal(belief) {
  if (belief.length === 1) return belief[0].soc;
  const out = new Float64Array(SOC_POINTS);
  for (const h of belief) for (let i = 0; i < out.length; i++) out[i] += h.weight * h.soc[i];
  return out;
}
var mostProbable = (belief) => belief.reduce((best, h) => h.weight > best.weight ? h : best);
var probabilityWrong = (belief, id2) => belief.reduce((sum2, h) => sum2 + (h.wrong.includes(id2) ? h.weight : 0), 0);

// core/pack-state/take-event.ts
var UNNOTED_USE = { soon: 0.02, most: 0.3, days: 2, thoughDenied: 0.03 };
var UNNOTED_CHARGE = 0.02;
var SAME_SITTING_H = 0.75;
var COUNT_WRONG = 0.02;
var COUNT_OTHERWISE = 0.15;
var UNSETTLED_SHARE = 0.25;
var READ_AGAIN = 0.9;
var piece = (kind, event) => `${kind}:${event}`;
var meanByItself = (likelihood) => meanOf(normalised(likelihood));
function take(pass, kind, event, evidence) {
  pass.belief = updated(pass.belief, evidence);
  pass.pieces.set(evidence.id, kind);
  pass.says.set(evidence.id, meanByItself(evidence.likelihood));
  pass.known = true;
}
var lastCurrentAt = (pass, at) => pass.current && { direction: pass.current.direction, hours: hoursBetween(pass.current.at, at) };
var unnotedUse = (hours) => UNNOTED_USE.soon + UNNOTED_USE.most * (1 - Math.exp(-hours / 24 / UNNOTED_USE.days));
function between(pass, reading2, id2, hours) {
  if (!pass.known || hours < SAME_SITTING_H) return;
  const before = meanOf(mostProbable(pass.belief).soc);
  const said = reading2.usedSince;
  const unsaid = unnotedUse(hours);
  const charged = { probability: UNNOTED_CHARGE, change: filledUp, piece: piece("use", id2) };
  const used = said === "not used" ? [{ probability: UNNOTED_USE.thoughDenied, change: afterUse, piece: piece("answer", id2) }] : said === "not said" ? [{ probability: unsaid, change: afterUse, piece: null }] : [];
  pass.belief = perhaps(pass.belief, [...used, charged]);
  for (const kind of ["answer", "use"]) {
    pass.pieces.set(piece(kind, id2), kind);
    pass.says.set(piece(kind, id2), before);
  }
}
function onReading(pass, event, chemistry, pack, { exponent, readAgain }) {
  const { reading: reading2, id: id2, at } = event;
  const hours = pass.at === null ? Infinity : hoursBetween(pass.at, at);
  if (pass.at !== null) between(pass, reading2, id2, hours);
  if (reading2.usedSince === "used" && pass.known && hours >= SAME_SITTING_H)
    pass.belief = predicted(pass.belief, afterUse);
  if (reading2.usedSince === "until it faded") {
    pass.belief = predicted(pass.belief, afterUse);
    take(pass, "answer", id2, fadedEvidence(piece("answer", id2)));
  }
  if (pass.known) {
    const { soc } = mostProbable(pass.belief);
    pass.besides = { mean: meanOf(soc), sigma: sigmaOf(soc) };
  }
  const last = lastCurrentAt(pass, at);
  const cells = reading2.cellVoltagesV?.length === pack.cells ? reading2.cellVoltagesV : null;
  if (reading2.cellVoltagesV && !cells) return;
  if (cells && pack.cells > 1) {
    const unrestedV = isSettled(chemistry, reading2, last) ? 0 : reading2.state === "loaded" ? 0.03 : 6e-3;
    pass.offsets = offsetsRead(pass.offsets, chemistry, cells, unrestedV, at);
  }
  const each = cellVoltages(reading2, pack.cells);
  const meanV = each.reduce((a, b) => a + b, 0) / each.length;
  take(pass, "volts", id2, {
    ...voltsEvidence(piece("volts", id2), chemistry, meanV, reading2, pass.offsets.offset, last),
    exponent,
    ...readAgain ? { right: READ_AGAIN } : {}
  });
}
function onRun(pass, run, chemistry, pack, capacityAh) {
  if (pass.at !== null && pass.known) {
    const hours = hoursBetween(pass.at, run.startedAt);
    if (hours >= SAME_SITTING_H)
      pass.belief = perhaps(pass.belief, [{ probability: unnotedUse(hours), change: afterUse, piece: null }]);
  }
  const counted = countedMove(chemistry, pack, run, capacityAh);
  const unknown = uncountedMove(chemistry, run);
  if (run.open || counted === null) pass.belief = predicted(pass.belief, unknown);
  else {
    const id2 = piece("count", run.id);
    const fits2 = counted.plausible;
    const right = pass.belief.map((h) => {
      const soc = h.soc.map((w, i) => w * fits2[i]);
      const sum3 = total(soc);
      return { ...h, weight: h.weight * (1 - COUNT_WRONG) * sum3, soc: counted.change(normalised(soc)) };
    });
    const wrong = pass.belief.map((h) => ({
      weight: h.weight * COUNT_WRONG * COUNT_OTHERWISE,
      soc: unknown(h.soc),
      wrong: [...h.wrong, id2]
    }));
    const all = [...right, ...wrong].filter((h) => h.weight > 0);
    const sum2 = all.reduce((s, h) => s + h.weight, 0);
    pass.belief = forgotten(
      all.map((h) => ({ ...h, weight: h.weight / sum2 })),
      /* @__PURE__ */ new Set([...pass.pieces.keys(), id2])
    );
    pass.pieces.set(id2, "count");
  }
  const share2 = (countedAh(run) ?? capacityAh) / capacityAh;
  pass.offsets = offsetsMoved(pass.offsets, chemistry, share2);
  pass.current = {
    direction: run.aim.moves === "in" || run.aim.moves === "out" ? run.aim.moves : "unknown",
    at: run.at
  };
  if (run.open) return null;
  const judged = judgeRunEnd({ ...run, pack });
  const evidence = endEvidence(piece("end", run.id), chemistry, run, judged.outcome, capacityAh);
  if (evidence) take(pass, "end", run.id, evidence);
  else if (counted) pass.known = true;
  if (levels(run, judged.outcome === "sound")) pass.offsets = offsetsLevelled(pass.offsets, run.at);
  return judged;
}
function countsOf(events, chemistry) {
  const counts = /* @__PURE__ */ new Map();
  let spell = [];
  let current = null;
  const close = () => {
    const settled2 = spell.filter((s) => s.settled).length;
    spell.forEach((s, k) => {
      const share2 = settled2 === 0 ? 1 / spell.length : UNSETTLED_SHARE / spell.length;
      counts.set(s.id, {
        exponent: s.settled ? 1 / settled2 : share2,
        readAgain: k < spell.length - 1
      });
    });
    spell = [];
  };
  for (const event of events) {
    if (event.kind === "run" || event.kind === "use") {
      close();
      current = {
        direction: event.kind === "use" ? "out" : event.aim.moves === "in" ? "in" : "out",
        at: event.at
      };
      continue;
    }
    if (event.kind !== "reading") continue;
    const said = event.reading.usedSince;
    if (said === "used" || said === "until it faded") close();
    const last = current && { direction: current.direction, hours: hoursBetween(current.at, event.at) };
    spell.push({ id: event.id, settled: isSettled(chemistry, event.reading, last) });
  }
  close();
  return counts;
}

// core/pack-state/warmth.ts
var FRESH_MS = 36e5;
var MIN_MS = 6e4;
var HOT = { mostDegC: 60, meanDegC: 52, halvesMin: 60, wait: 60 };
var WARM = { mostDegC: 42, meanDegC: 35, halvesMin: 30, wait: 30 };
var USED = { mostDegC: 40, meanDegC: 30, halvesMin: 30, wait: 30 };
var NICKEL_FULL = { mostDegC: 50, meanDegC: 42, halvesMin: 30, wait: 30 };
var COLD = { leastDegC: -5, halvesMin: 60 };
var EXPLAINED_MS = 36e5;
var COOL_ABOVE_AIR_K = 5;
var decay = (fromDegC, airDegC, minutes2, halvesMin) => airDegC + (fromDegC - airDegC) * 2 ** (-Math.max(0, minutes2) / halvesMin);
function endedHot(run, chemistry, capacityAh) {
  if (chemistry.endOfCharge.kind !== "dip" || run.aim.moves === "out") return false;
  const overfilled = run.chargeAh !== null && run.chargeAh > 1.05 * capacityAh;
  return overfilled || run.endReason === "full" || run.endReason === "temperature rise";
}
function heatOf(event, chemistry, capacityAh) {
  const at = Date.parse(event.at);
  switch (event.kind) {
    case "use":
      return event.felt === "hot" ? { at, ...HOT, words: "it was hot when it was used" } : { at, ...USED, words: "it was used" };
    case "observation":
      if (event.clearedAt !== null) return null;
      if (event.what === "hot") return { at, ...HOT, words: "it was called hot" };
      return event.what === "warm" ? { at, ...WARM, words: "it was called warm" } : null;
    case "run": {
      const measured = event.endTemperatureDegC ?? event.peakTemperatureDegC;
      if (measured !== null)
        return {
          at,
          mostDegC: measured,
          meanDegC: measured,
          halvesMin: 30,
          wait: 0,
          words: `its run ended at up to ${text(degrees(measured))}`
        };
      if (event.endReason === "temperature") return { at, ...HOT, words: "its run was ended by heat" };
      return endedHot(event, chemistry, capacityAh) ? { at, ...NICKEL_FULL, words: "a nickel pack ends its charge warm" } : null;
    }
    case "reading":
      return null;
  }
}
var minutesAgo = (ms) => ms < MIN_MS ? "just now" : ms < 90 * MIN_MS ? `${Math.max(0, Math.round(ms / MIN_MS))} min ago` : `${Math.round(ms / 36e5)} h ago`;
function unexplainedHeat(events, airDegC) {
  for (const event of events.toReversed()) {
    if (event.kind === "reading" && event.reading.temperatureDegC !== null) {
      if (event.reading.temperatureDegC <= Math.max(30, airDegC + COOL_ABOVE_AIR_K)) return null;
    }
    if (event.kind !== "observation" || event.what !== "hot" || event.clearedAt !== null) continue;
    const at = Date.parse(event.at);
    const explained = events.some(
      (e) => (e.kind === "use" || e.kind === "run") && Date.parse(e.at) >= at - EXPLAINED_MS && (e.kind === "run" ? Date.parse(e.startedAt) : Date.parse(e.at)) <= at
    );
    if (!explained) return event.id;
  }
  return null;
}
function warmthOf(events, chemistry, capacityAh, airDegC, now) {
  const nowMs = Date.parse(now);
  const measuredIndex = events.findLastIndex(
    (e) => e.kind === "reading" && e.reading.temperatureDegC !== null
  );
  const measuredEvent = events[measuredIndex];
  const measured = measuredEvent?.kind === "reading" ? { degC: measuredEvent.reading.temperatureDegC, age: nowMs - Date.parse(measuredEvent.at) } : null;
  const since = events.slice(measuredIndex + 1);
  const heats = since.flatMap((e) => heatOf(e, chemistry, capacityAh) ?? []);
  const cold = since.findLast((e) => e.kind === "observation" && e.what === "cold" && e.clearedAt === null);
  const fresh = measured !== null && Math.abs(measured.age) <= FRESH_MS;
  const at = (degC) => text(degrees(degC));
  const airWords = measured === null ? `the air is at ${at(airDegC)}, and nobody measured the pack` : `the air is at ${at(airDegC)}, and the pack was measured ${Math.max(1, Math.round(measured.age / 36e5))} h ago`;
  const readWords = fresh ? `the pack is at ${at(measured.degC)}` : measured && `the pack was at ${at(measured.degC)} when it was measured, ${Math.max(1, Math.round(measured.age / 36e5))} h ago`;
  let packDegC = fresh ? measured.degC : airDegC;
  let warmestDegC = fresh ? measured.degC : Math.max(measured?.degC ?? airDegC, airDegC);
  let coldestDegC = fresh ? measured.degC : Math.min(measured?.degC ?? airDegC, airDegC);
  let howWarmest = readWords && warmestDegC === measured.degC ? readWords : airWords;
  let howColdest = readWords && coldestDegC === measured.degC ? readWords : airWords;
  let supposed = !fresh && (measured === null || coldestDegC < warmestDegC);
  let coolMs = -Infinity;
  let onlyMeasured = false;
  for (const heat of heats) {
    const minutes2 = (nowMs - heat.at) / MIN_MS;
    const most = decay(heat.mostDegC, airDegC, minutes2, heat.halvesMin);
    const mean2 = decay(heat.meanDegC, airDegC, minutes2, heat.halvesMin);
    if (most > warmestDegC) {
      warmestDegC = most;
      howWarmest = `${heat.words} ${minutesAgo(nowMs - heat.at)}, so it may still be at ${at(most)}`;
      supposed = true;
    }
    packDegC = Math.max(packDegC, mean2);
    const limit = chemistry.temperatures.startMaxDegC;
    if (heat.mostDegC > limit && airDegC >= limit) onlyMeasured = true;
    const cools = heat.mostDegC <= limit || airDegC >= limit ? 0 : heat.halvesMin * Math.log2((heat.mostDegC - airDegC) / (limit - airDegC));
    coolMs = Math.max(coolMs, heat.at + MIN_MS * Math.max(heat.wait, cools));
  }
  if (cold) {
    const minutes2 = (nowMs - Date.parse(cold.at)) / MIN_MS;
    const least2 = decay(COLD.leastDegC, airDegC, minutes2, COLD.halvesMin);
    if (least2 < coldestDegC) {
      coldestDegC = least2;
      howColdest = `it was called cold ${minutesAgo(nowMs - Date.parse(cold.at))}, so it may still be at ${at(least2)}`;
      packDegC = Math.min(packDegC, (least2 + airDegC) / 2);
      supposed = true;
    }
  }
  return {
    packDegC,
    coldestDegC,
    warmestDegC,
    howWarmest,
    howColdest,
    supposed,
    coolAt: coolMs > nowMs && !onlyMeasured ? new Date(coolMs).toISOString() : null,
    unexplained: unexplainedHeat(events, airDegC)
  };
}

// core/pack-state/pack-state.ts
var MOST_EVENTS = 24;
var MOST_MOVES = 5;
var MOST_READINGS = 4;
var AHEAD_MS = 36e5;
var SAME_MOMENT_MS = 1e3;
var CONTRADICTS = 0.5;
var ageInWords = (hours) => hours >= 24 ? `${Math.floor(hours / 24)} d ago` : `${Math.max(0, Math.floor(hours))} h ago`;
function howKnown(steps, belief, now) {
  for (const { event, judged } of steps.toReversed()) {
    if (event.kind === "reading") {
      if (event.reading.usedSince === "until it faded") return "used until it faded";
      if (event.reading.usedSince === "used") return null;
      continue;
    }
    if (event.kind === "use") return event.felt === "weak" ? "used until it felt weak" : null;
    if (event.kind !== "run") continue;
    if (judged === null) return null;
    const wrong = probabilityWrong(belief, piece("end", event.id)) > CONTRADICTS;
    const ago2 = `${ageInWords(hoursBetween(event.at, now))} and not used since`;
    const { aim, endReason } = event;
    const full = endReason === "full" || endReason === "temperature rise";
    if (!wrong && judged.outcome === "sound") {
      if (full && aim.fills && event.settings.order !== "up first") return `filled ${ago2}`;
      if (endReason === "end voltage" && (aim.moves === "out" || aim.moves === "both"))
        return `emptied ${ago2}`;
    }
    const ah = countedAh(event);
    if (ah === null) return null;
    const mah2 = Math.round(1e3 * ah);
    return `${mah2} mAh ${aim.moves === "out" ? "taken out" : aim.moves === "in" ? "put in" : "moved"} ${ago2}`;
  }
  return null;
}
function estimateOf(believed, soc, contradictions) {
  const said = contradictions.flatMap((c) => [c.says, c.others]).filter((s) => s !== null);
  return {
    mean: meanOf(believed),
    sigma: sigmaOf(believed),
    low: quantileOf(soc, 0.05),
    high: quantileOf(soc, 0.95),
    least: Math.min(quantileOf(soc, 0.01), ...said),
    most: Math.max(quantileOf(soc, 0.99), ...said)
  };
}
function restVoltsSince(steps, chemistry, cells) {
  const moved2 = steps.findLastIndex((s) => s.event.kind === "run" || s.event.kind === "use");
  const move2 = steps[moved2]?.event;
  for (const { event } of steps.slice(moved2 + 1).toReversed()) {
    if (event.kind !== "reading") continue;
    const direction = move2?.kind === "use" || move2?.kind === "run" && move2.aim.moves === "out" ? "out" : "in";
    const last = move2 ? { direction, hours: hoursBetween(move2.at, event.at) } : null;
    if (isSettled(chemistry, event.reading, last)) return cellVoltages(event.reading, cells);
  }
  return null;
}
var readEachSince = (events, chemistry, cells, run) => events.some(
  (e) => e.kind === "reading" && Date.parse(e.at) > Date.parse(run.at) + SAME_MOMENT_MS && (cells === 1 || e.reading.cellVoltagesV?.length === cells) && isSettled(chemistry, e.reading, { direction: "in", hours: hoursBetween(run.at, e.at) })
);
function apartIn(steps, cells) {
  for (const { event, judged } of steps.toReversed()) {
    if (event.kind === "run" && judged && levels(event, judged.outcome === "sound")) return null;
    if (event.kind !== "reading" || event.reading.state !== "rest") continue;
    const each = event.reading.cellVoltagesV;
    if (!each || each.length !== cells || cells < 2) continue;
    const low = Math.min(...each);
    return { spreadV: Math.max(...each) - low, lowest: each.indexOf(low) + 1, at: event.at };
  }
  return null;
}
function newest(all) {
  const kept = [];
  let moves = 0;
  let readings = 0;
  for (const event of all.toReversed()) {
    if (moves >= MOST_MOVES || kept.length >= MOST_EVENTS) break;
    if (event.kind === "run" || event.kind === "use") {
      moves++;
      readings = 0;
    } else if (event.kind === "reading" && ++readings > MOST_READINGS) continue;
    kept.push(event);
  }
  return kept.toReversed();
}
function passOver(pack, events, now) {
  const chemistry = chemistryOf(pack.chemistry);
  const capacityAh = presentCapacityAh(pack, now);
  const all = inOrder(events.filter((e) => Date.parse(e.at) <= Date.parse(now) + AHEAD_MS));
  const recent = newest(all);
  const counts = countsOf(recent, chemistry);
  const pass = {
    belief: unknownBelief(),
    offsets: unknownOffsets(chemistry, pack.cells),
    at: null,
    current: null,
    known: false,
    says: /* @__PURE__ */ new Map(),
    besides: null,
    pieces: /* @__PURE__ */ new Map()
  };
  const steps = [];
  let overtaken = /* @__PURE__ */ new Set();
  const forget = () => {
    for (const id2 of overtaken) pass.pieces.delete(id2);
    pass.belief = forgotten(pass.belief, new Set(pass.pieces.keys()));
    overtaken = new Set(pass.pieces.keys());
  };
  for (const event of recent) {
    rest(pass, chemistry, pack, event.kind === "run" ? event.startedAt : event.at);
    let judged = null;
    if (event.kind === "run" || event.kind === "use") {
      forget();
      pass.besides = null;
    }
    switch (event.kind) {
      case "reading":
        onReading(pass, event, chemistry, pack, counts.get(event.id));
        break;
      case "use":
        pass.belief = predicted(pass.belief, afterUse);
        pass.offsets = offsetsMoved(pass.offsets, chemistry, 1);
        if (event.felt === "weak") take(pass, "answer", event.id, weakEvidence(piece("answer", event.id)));
        pass.current = { direction: "out", at: event.at };
        break;
      case "run":
        judged = onRun(pass, event, chemistry, pack, capacityAh);
        break;
      case "observation":
        break;
    }
    pass.at = event.at;
    const soc = marginal(pass.belief);
    steps.push({ event, mean: meanOf(soc), low: quantileOf(soc, 0.05), high: quantileOf(soc, 0.95), judged });
  }
  return { pack, events: all, pass, steps };
}
function rest(pass, chemistry, pack, to) {
  if (pass.at === null) return;
  const hours = hoursBetween(pass.at, to);
  if (hours === 0) return;
  if (pass.known) pass.belief = predicted(pass.belief, (soc) => afterRest(soc, chemistry, pack, hours));
  pass.offsets = offsetsRested(pass.offsets, chemistry, hours);
}
function newestOf(events, kind, is = () => true) {
  const of = (e) => e.kind === kind;
  return events.findLast((e) => of(e) && is(e)) ?? null;
}
var contradictionsIn = (pass, mean2, newestReading, since) => [...pass.pieces].map(([id2, kind]) => ({
  event: id2.slice(id2.indexOf(":") + 1),
  piece: kind,
  probability: probabilityWrong(pass.belief, id2),
  says: pass.says.get(id2) ?? null,
  others: mean2
})).filter((c) => c.probability > CONTRADICTS && (c.piece !== "volts" || c.event === newestReading)).filter((c) => since.has(c.event)).sort((a, b) => b.probability - a.probability);
function coolingOf(warmth, use2, reading2, now) {
  const measuredSince = use2 && reading2 && reading2.reading.temperatureDegC !== null && reading2.at >= use2.at;
  const useCool = use2 && !measuredSince ? coolBy(use2) : null;
  const coolAt = [warmth.coolAt, useCool !== null && useCool > now ? useCool : null].filter((t) => t !== null).sort().at(-1);
  return { ...warmth, coolAt: coolAt ?? null };
}
function stateAt(passed, now, airDegC) {
  const { pack, events, steps } = passed;
  const chemistry = chemistryOf(pack.chemistry);
  const capacityAh = presentCapacityAh(pack, now);
  const pass = { ...passed.pass };
  rest(pass, chemistry, pack, now);
  const soc = marginal(pass.belief);
  const believed = mostProbable(pass.belief).soc;
  const mean2 = meanOf(believed);
  const lastReading = newestOf(events, "reading");
  const lastMove = steps.findLastIndex((s) => s.event.kind === "run" || s.event.kind === "use");
  const since = new Set(steps.slice(Math.max(0, lastMove)).map((s) => s.event.id));
  const contradictions = contradictionsIn(pass, mean2, lastReading?.id ?? null, since);
  const lastUse = newestOf(events, "use");
  const lastRun = newestOf(events, "run", (run) => !run.open);
  const moves = [lastRun?.at, lastUse?.at].filter((at) => at !== void 0).map((at) => Date.parse(at));
  const movedMs = moves.length ? Math.max(...moves) : null;
  const judged = steps.findLast((s) => s.event === lastRun)?.judged ?? null;
  const restV = restVoltsSince(steps, chemistry, pack.cells);
  return {
    at: now,
    charge: pass.known ? estimateOf(believed, soc, contradictions) : null,
    // Nothing was read since the last move: all that is known is known besides.
    beforeReading: pass.besides ?? (pass.known && movedMs !== null ? { mean: mean2, sigma: sigmaOf(believed) } : null),
    socs: pass.offsets.offset.map((d) => mean2 + d),
    cells: pass.offsets,
    warmth: coolingOf(warmthOf(events, chemistry, capacityAh, airDegC, now), lastUse, lastReading, now),
    condition: conditionOf(pack, events),
    capacityAh,
    claim: claimOf(chemistry, soc, {
      known: pass.known,
      contradicted: contradictions.length > 0,
      // An end that does not fit its record claims nothing, until volts at rest bear it out.
      endDoubted: judged?.outcome === "not what it says" && restV === null,
      restV
    }),
    restV,
    how: howKnown(steps, pass.belief, now),
    contradictions,
    steps,
    lastReading,
    lastRun,
    lastUse,
    movedAt: movedMs === null ? null : new Date(movedMs).toISOString(),
    readBefore: lastReading !== null && movedMs !== null && Date.parse(lastReading.at) < movedMs - SAME_MOMENT_MS,
    judged,
    endInDanger: judged?.danger && !readEachSince(events, chemistry, pack.cells, lastRun) ? judged : null,
    apart: apartIn(steps, pack.cells),
    onCharger: newestOf(events, "run", (run) => run.open) !== null
  };
}
var packState = (pack, events, now, airDegC) => stateAt(passOver(pack, events, now), now, airDegC);

// core/pack/pack-schema.ts
import { z as z2 } from "zod";

// core/quantity/field-schema.ts
import { z } from "zod";
function figureSchema(field) {
  let base = z.number(`${field.label} must be a number.`);
  const say = { error: (issue) => refusal(field, issue.input) ?? void 0 };
  if (field.whole) base = base.int(say);
  return base.min(field.min, say).max(field.max, say);
}
var oneOf = (label, options) => `${label} must be one of: ${options.join(", ")}.`;
function valueSchema(field) {
  switch (field.kind) {
    case "figure":
      return figureSchema(field);
    case "text": {
      const most = `${field.label}: at most ${field.most} characters.`;
      const written = field.lines ? z.string() : z.string().trim();
      return written.min(field.least, field.missing ?? `${field.label} is missing.`).max(field.most, most);
    }
    case "choice":
      return z.enum(field.options, field.wrong ?? oneOf(field.label, field.options));
    case "flag":
      return z.boolean();
    case "choices": {
      const each = z.enum(field.options, oneOf(field.label, field.options));
      return z.array(each).min(field.least, field.missing);
    }
    case "day":
      return z.iso.date();
    case "moment":
      return z.iso.datetime({ offset: true });
    case "reference":
      return z.string().min(1).max(field.most);
    case "references":
      return z.array(z.string().min(1).max(64)).max(field.most);
    case "figures":
      return z.array(figureSchema(field.each)).min(field.least).max(field.most);
    case "parts":
      return z.array(schemaOf(field.of)).min(field.least, field.missing).max(field.most);
    case "layer":
      return layerOf(field.of);
    case "group":
      return schemaOf(field.of);
  }
}
var mayBeNull = (field) => "optional" in field && field.optional === true;
function fieldSchema(field) {
  let schema = valueSchema(field);
  if (mayBeNull(field)) schema = schema.nullable();
  if (field.kind === "layer") schema = schema.default({});
  else if ("start" in field && field.start !== void 0) {
    const { start } = field;
    schema = schema.default(Array.isArray(start) ? () => structuredClone(start) : start);
  }
  return schema;
}
var shapeOf = (fields2, of) => Object.fromEntries(Object.entries(fields2).map(([key, field]) => [key, of(field)]));
var schemaOf = (fields2) => z.object(shapeOf(fields2, fieldSchema));
var layerOf = (fields2) => z.object(
  shapeOf(fields2, (field) => {
    const schema = valueSchema(field);
    return (mayBeNull(field) ? schema.nullable() : schema).optional();
  })
);

// core/practice/practice.ts
var PRACTICE = {
  purpose: choice({ label: "How hard to charge", options: ["gentle", "standard", "hurry"] }),
  balance: choice({
    label: "How often to balance",
    options: ["every charge", "every third charge", "every fourth charge"]
  }),
  hurryMaxC: figure({ label: "Most in a hurry", unit: "C", min: 0.5, max: 20, step: 0.5 }),
  /** Rate for a lithium pack whose label says none, 1/h; null is the chemistry's own. */
  noLabelC: figure({
    label: "Most when the label says none",
    unit: "C",
    min: 0.1,
    max: 5,
    step: 0.1,
    optional: true
  }),
  fastMode: choice({ label: "Fast charge", options: ["when pressed", "never"] }),
  guards: choice({ label: "Timer and limit", options: ["per pack", "largest pack", "off"] }),
  stepRounding: choice({ label: "Rounding to the step", options: ["down", "nearest"] }),
  fullness: choice({ label: "End of charge", options: ["full", "a little less"] }),
  storageV: figure({
    label: "Storage voltage",
    unit: "V/cell",
    min: 3.5,
    max: 3.95,
    step: 0.01,
    optional: true
  }),
  /** What a pack is put away for: to lie until it is used, or to travel, at 30 % of charge or below. */
  storageFor: choice({ label: "Put away", options: ["to lie", "to travel"] }),
  /** Share of charge at which packs are put away whose volts say nothing; null is the chemistry's own. */
  storageShare: figure({
    label: "Storage charge",
    unit: "%",
    per: 100,
    min: 0.4,
    max: 0.7,
    step: 0.05,
    optional: true
  }),
  cautiousBelowV: figure({ label: "Careful below", unit: "V", min: 3, max: 3.8, step: 0.05, optional: true }),
  dischargeC: figure({ label: "Discharge rate", unit: "C", min: 0.05, max: 2, step: 0.05 }),
  dischargeEnd: choice({
    label: "End of discharge",
    options: ["everyday", "a little deeper", "capacity check"]
  }),
  cycleOrder: choice({ label: "Order of a cycle", options: ["down first", "up first"] }),
  plugOrder: choice({
    label: "Order of plugging in",
    options: ["main lead first", "balance lead first", "either"]
  }),
  unplugOrder: choice({ label: "Order of unplugging", options: ["balance lead first", "main lead first"] }),
  storageAfterDays: figure({ label: "To storage after", unit: "days", min: 1, max: 30, step: 1 }),
  maintenance: choice({ label: "Maintenance", options: ["monthly", "every 3 months", "lithium never"] }),
  maintenanceOrder: choice({
    label: "Order of maintenance",
    options: ["charge, empty, storage", "charge, storage"]
  }),
  parallel: choice({
    label: "Parallel",
    options: ["close volts", "close volts, strict", "same model only", "never"]
  }),
  container: choice({ label: "Container", options: ["vented box", "bag", "bricks", "metal box"] }),
  fieldBattery: choice({ label: "In the field", options: ["its own battery", "the vehicle"] })
};
var DEFAULT_PRACTICE = {
  purpose: "standard",
  balance: "every charge",
  hurryMaxC: 2,
  noLabelC: null,
  fastMode: "when pressed",
  guards: "per pack",
  stepRounding: "down",
  fullness: "full",
  storageFor: "to lie",
  storageV: null,
  storageShare: null,
  cautiousBelowV: null,
  dischargeC: 0.2,
  dischargeEnd: "everyday",
  cycleOrder: "down first",
  plugOrder: "main lead first",
  unplugOrder: "balance lead first",
  storageAfterDays: 5,
  maintenance: "every 3 months",
  maintenanceOrder: "charge, empty, storage",
  parallel: "close volts",
  container: "vented box",
  fieldBattery: "its own battery"
};
function resolvePractice(person2 = {}, pack = {}, program = {}) {
  const values = { ...DEFAULT_PRACTICE };
  const from = Object.fromEntries(Object.keys(DEFAULT_PRACTICE).map((id2) => [id2, "default"]));
  const layers = [
    ["person", person2],
    ["pack", pack],
    ["program", program]
  ];
  for (const [layer2, chosen] of layers)
    for (const [id2, value2] of Object.entries(chosen)) {
      if (value2 === void 0) continue;
      values[id2] = value2;
      from[id2] = layer2;
    }
  return { values, from };
}
var WORDS = {
  default: "the usual practice",
  person: "your practice",
  pack: "this pack's practice",
  program: "this program's choice"
};
var whose = (practice, id2) => WORDS[practice.from[id2]];

// core/pack/pack.ts
var PACK = {
  name: text2({ label: "Name", least: 1, most: 80, missing: "A pack needs a name." }),
  /** What the pack is used in. */
  usedIn: text2({ label: "Used in", least: 0, most: 120, start: "" }),
  chemistry: choice({ ...CHEMISTRY_CHOICE, offer: "lipo" }),
  /** Cell positions in series (the S of 4S2P). */
  cells: figure({ label: "Cells in series", unit: "S", min: 1, max: 24, whole: true }),
  /** Cells in parallel at each position (the P). */
  parallel: figure({ label: "In parallel", unit: "P", min: 1, max: 20, whole: true, start: 1 }),
  /** Capacity printed on the label, for the whole pack. */
  capacityAh: figure({ label: "Capacity", unit: "mAh", per: 1e3, min: 0.01, max: 500 }),
  /** Maximum charge rate on the label, per hour of capacity; null when the label does not say. */
  labelChargeRateC: figure({
    label: "Charge rate on the label",
    unit: "C",
    min: 0.05,
    max: 20,
    optional: true,
    start: null,
    help: "leave empty when the label does not say"
  }),
  /** Volts printed on the label; null when not read. */
  labelVoltageV: figure({
    label: "Printed volts",
    unit: "V",
    min: 0.5,
    max: 80,
    optional: true,
    start: null,
    help: "they are evidence for the chemistry"
  }),
  connectorId: reference({ label: "Main connector", most: 40, optional: true, start: null }),
  /** The pack has a balance lead with S+1 wires. */
  balanceLead: flag({ label: "It has a balance lead", start: true }),
  /** Of two equal main leads one charges; the other is as live and must be covered. */
  mainLeads: choice({
    label: "Main leads",
    options: ["one", "two equal"],
    words: { "two equal": "two equal ones" },
    start: "one"
  }),
  /** Null until a capacity check has been made. */
  measuredCapacityAh: figure({
    label: "Measured capacity",
    unit: "mAh",
    per: 1e3,
    min: 1e-3,
    max: 500,
    optional: true,
    start: null,
    help: "from a capacity check, if one was made"
  }),
  /** `in service` packs may be programmed; every other state stops a program before it starts. */
  condition: choice({
    label: "Condition",
    options: ["in service", "quarantine", "swollen", "damaged", "retired"],
    start: "in service",
    help: "Swollen, dented or cut: it is not charged again."
  }),
  /** End of charge that the pack's maker states, per cell; null to follow the chemistry. */
  makerEndVoltageV: figure({
    label: "End of charge by its maker",
    unit: "V/cell",
    min: 1,
    max: 4.4,
    optional: true,
    start: null
  }),
  /** Where the speed controller of its model cuts off, on the average of the cells: it looks at the sum alone. */
  modelCutoffV: figure({
    label: "Its model cuts off at",
    unit: "V/cell",
    min: 0.5,
    max: 4.2,
    optional: true,
    start: null,
    help: "as its speed controller is set; by the sum divided by the cells"
  }),
  /** Where it lies between uses, and how warm it is there at its warmest. */
  keptAt: text2({ label: "Kept at", least: 0, most: 120, start: "" }),
  keptIn: choice({
    label: "Kept in",
    options: ["not said", "fire-resistant box", "bag", "open shelf", "its model", "a vehicle"],
    words: {
      "fire-resistant box": "a fire-resistant box",
      bag: "a fire-resistant bag",
      "open shelf": "the open"
    },
    start: "not said"
  }),
  keptDegC: figure({
    label: "Warmest there",
    unit: "\xB0C",
    min: -30,
    max: 70,
    optional: true,
    start: null,
    help: "at or below 25 \xB0C is usual"
  }),
  /** What the pack carries besides cells. */
  electronics: choice({
    label: "Electronics in it",
    options: ["none", "own balancer", "discharges itself"],
    words: { "own balancer": "its own balancer", "discharges itself": "discharges itself after some days" },
    start: "none"
  }),
  /** The pack it flies or sails with as a pair. */
  pairId: reference({ label: "Works as a pair with", most: 64, optional: true, start: null }),
  /** Schools that this pack follows, where they differ from the person's. */
  practice: layer(PRACTICE, { label: "Practice this pack follows, other than yours" }),
  /** Day of first use. */
  firstUsedOn: day({ label: "First used" }),
  notes: text2({ label: "Notes", least: 0, most: 4e3, lines: true, start: "" })
};

// core/pack/pack-schema.ts
var fields = schemaOf(PACK);
var PackInputSchema = fields.superRefine((pack, ctx) => {
  const chemistry = chemistryOf(pack.chemistry);
  if (pack.cells > chemistry.cells.max)
    ctx.addIssue({
      code: "custom",
      path: ["cells"],
      message: `${chemistry.name} packs here go from ${chemistry.cells.min}S to ${chemistry.cells.max}S; ${pack.cells}S is outside that.`
    });
});
var PackSchema = fields.extend({ id: z2.string().min(1).max(64) });

// core/charger/programs.ts
var TASK_IDS = ["balance", "charge", "fast", "storage", "discharge", "cycle", "recover"];

// core/request/task.ts
var GUARDS = ["safetyTimerMin", "capacityLimitAh", "temperatureLimitDegC"];
var CHARGE = [
  "currentA",
  "endVoltageV",
  "deltaV",
  "cells",
  "balance",
  "trickleA",
  ...GUARDS
];
var ALL = ["lithium", "nickel", "lead"];
var NOTHING_SPECIAL = {
  fills: false,
  stores: false,
  recovers: false,
  repeats: false,
  cutsTaper: false,
  limitEndsWell: false
};
var TASKS = [
  {
    id: "balance",
    name: "Balance charge",
    purpose: "Full, with every cell watched and levelled",
    families: ["lithium"],
    refusals: {
      nickel: "Nickel packs have no balance lead: their cells level themselves in the last of a slow charge.",
      lead: "Lead batteries have no balance lead: a long absorption levels their cells."
    },
    settings: CHARGE,
    balances: true,
    moves: "in",
    ...NOTHING_SPECIAL,
    fills: true,
    limitsAreProgram: false,
    skips: "",
    composedOf: ["charge"]
  },
  {
    id: "charge",
    name: "Charge",
    purpose: "Full, without levelling the cells",
    families: ALL,
    refusals: {},
    settings: CHARGE,
    balances: false,
    moves: "in",
    ...NOTHING_SPECIAL,
    fills: true,
    limitsAreProgram: false,
    skips: "",
    composedOf: []
  },
  {
    id: "fast",
    name: "Fast charge",
    purpose: "Nearly full, sooner: the taper is cut short",
    families: ["lithium"],
    refusals: {
      nickel: "A nickel pack is fast charged by its current: choose Charge and the purpose Hurry.",
      lead: "A lead battery that is charged faster gasses: choose Charge."
    },
    settings: CHARGE,
    balances: false,
    moves: "in",
    ...NOTHING_SPECIAL,
    fills: true,
    cutsTaper: true,
    limitsAreProgram: false,
    skips: "It leaves out levelling and the last of the taper: a few per cent of charge and the look at each cell.",
    composedOf: ["charge"]
  },
  {
    id: "storage",
    name: "Storage",
    purpose: "Up or down to where the pack keeps best",
    families: ["lithium"],
    refusals: {
      nickel: "Nickel packs are put away part charged as they are: there is no storage voltage.",
      lead: "A lead battery is put away full: choose Charge, and top it up."
    },
    settings: ["endVoltageV", "currentA", "dischargeA", "cells", "balance", ...GUARDS],
    balances: true,
    moves: "either",
    ...NOTHING_SPECIAL,
    stores: true,
    limitEndsWell: true,
    limitsAreProgram: false,
    skips: "",
    composedOf: ["charge", "discharge"]
  },
  {
    id: "discharge",
    name: "Discharge",
    purpose: "Down to its end, to measure what it holds",
    families: ALL,
    refusals: {},
    settings: ["dischargeA", "dischargeEndV", "cells", ...GUARDS],
    balances: false,
    moves: "out",
    ...NOTHING_SPECIAL,
    limitsAreProgram: false,
    skips: "",
    composedOf: []
  },
  {
    id: "cycle",
    name: "Cycle",
    purpose: "Discharge and charge in turn, with rests",
    families: ["lithium", "nickel"],
    refusals: {
      lead: "Each deep cycle wears a lead battery: measure it with one Discharge, then Charge."
    },
    settings: [
      "order",
      "cycles",
      "restMin",
      "currentA",
      "endVoltageV",
      "deltaV",
      "dischargeA",
      "dischargeEndV",
      "cells",
      "balance",
      ...GUARDS
    ],
    balances: true,
    moves: "both",
    ...NOTHING_SPECIAL,
    fills: true,
    repeats: true,
    limitsAreProgram: false,
    skips: "",
    composedOf: ["discharge", "charge"]
  },
  {
    id: "recover",
    name: "Recover",
    purpose: "A few minutes at a trickle for cells just under their floor",
    families: ["lithium", "lead"],
    refusals: {
      nickel: "A nickel pack that went low is charged as usual; one with a reversed cell is not worth recovering."
    },
    settings: ["currentA", "endVoltageV", "cells", ...GUARDS],
    balances: false,
    moves: "in",
    ...NOTHING_SPECIAL,
    recovers: true,
    limitEndsWell: true,
    limitsAreProgram: true,
    skips: "It does not fill the pack: an hour later every cell must rest above its floor, or the pack is retired.",
    composedOf: ["charge"]
  }
];
function taskOf(id2) {
  return TASKS.find((t) => t.id === id2);
}
function ordinaryTask(chemistry, cells) {
  return chemistry.balanceFromCells !== null && cells >= chemistry.balanceFromCells ? "balance" : "charge";
}
var PURPOSES = PRACTICE.purpose.options;

// evaluation/pack-state/truth/curves.ts
var { exp, tanh } = Math;
function solveRising(f, target, low, high) {
  let [a, b] = [low, high];
  for (let i = 0; i < 60; i++) {
    const middle = (a + b) / 2;
    if (f(middle) < target) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}
function stretched(own, from, to, emptyV, fullV2) {
  const empty = solveRising(own, emptyV, from, to);
  const full = solveRising(own, fullV2, from, to);
  return (soc) => own(empty + soc * (full - empty));
}
var polymer = (s) => -1.031 * exp(-35 * s) + 3.685 + 0.2156 * s - 0.1178 * s ** 2 + 0.3201 * s ** 3;
var graphiteMarquis = (x) => 0.194 + 1.5 * exp(-120 * x) + 0.0351 * tanh((x - 0.286) / 0.083) - 45e-4 * tanh((x - 0.849) / 0.119) - 0.035 * tanh((x - 0.9233) / 0.05) - 0.0147 * tanh((x - 0.5) / 0.034) - 0.102 * tanh((x - 0.194) / 0.142) - 0.022 * tanh((x - 0.9) / 0.0164) - 0.011 * tanh((x - 0.124) / 0.0226) + 0.0155 * tanh((x - 0.105) / 0.029);
function cobalt(y) {
  const s = 1.062 * y;
  return 2.16216 + 0.07645 * tanh(30.834 - 54.4806 * s) + 2.1581 * tanh(52.294 - 50.294 * s) - 0.14169 * tanh(11.0923 - 19.8543 * s) + 0.2051 * tanh(1.4684 - 5.4888 * s) + 0.2531 * tanh((0.56478 - s) / 0.1316) - 0.02167 * tanh((s - 0.525) / 6e-3);
}
var graphiteChen = (x) => 1.9793 * exp(-39.3631 * x) + 0.2482 - 0.0909 * tanh(29.8538 * (x - 0.1234)) - 0.04478 * tanh(14.9159 * (x - 0.2769)) - 0.0205 * tanh(30.4444 * (x - 0.6103));
var nickelRich = (y) => -0.809 * y + 4.4875 - 0.0428 * tanh(18.5138 * (y - 0.5542)) - 17.7326 * tanh(15.789 * (y - 0.3117)) + 17.5842 * tanh(15.9308 * (y - 0.312));
var ironPhosphate = (y) => 3.4077 - 0.020269 * y + 0.5 * exp(-150 * y) - 0.9 * exp(-30 * (1 - y));
var cell = (positive, negative, [x0, x1], [y0, y1]) => (s) => positive(y0 + s * (y1 - y0)) - negative(x0 + s * (x1 - x0));
var cobaltCell = cell(cobalt, graphiteMarquis, [5e-3, 0.95], [0.985, 0.36]);
var cobaltHighCell = cell(cobalt, graphiteMarquis, [5e-3, 0.98], [0.985, 0.31]);
var nickelRichCell = cell(nickelRich, graphiteChen, [0.0263, 0.9106], [0.854, 0.2638]);
var ironChen = cell(ironPhosphate, graphiteChen, [0.01, 0.85], [0.99, 5e-3]);
var tremblay = (e0, k, a, b) => (soc) => {
  const out = Math.min(0.985, Math.max(0, 1 - soc));
  return e0 - k / (1 - out) + a * exp(-b * out);
};
var ironTremblay = (soc) => {
  const out = Math.min(0.99, Math.max(0, 1 - soc)) * 2.3;
  return 3.366 - 76e-4 * 2.3 / (2.3 - out) * out + 0.26422 * exp(-26.5487 * out);
};
function table(points) {
  return (soc) => {
    let i = 0;
    while (i < points.length - 2 && soc > points[i + 1][0]) i++;
    const [x0, y0] = points[i];
    const [x1, y1] = points[i + 1];
    return y0 + (soc - x0) / (x1 - x0) * (y1 - y0);
  };
}
var flooded = table([
  [-0.1, 1.9],
  [0, 1.982],
  [0.25, 2.01],
  [0.5, 2.04],
  [0.75, 2.075],
  [1, 2.108],
  [1.1, 2.16]
]);
var sealed = table([
  [-0.1, 1.88],
  [0, 1.967],
  [0.25, 2.008],
  [0.5, 2.058],
  [0.75, 2.1],
  [1, 2.142],
  [1.1, 2.2]
]);
var REST_CURVES = {
  lipo: [
    [0.75, stretched(polymer, 2e-3, 1.3, 3.1, 4.19)],
    [0.25, stretched(cobaltCell, 0, 1, 3.1, 4.19)]
  ],
  // High-voltage packs are the same pouch cells, taken further.
  lihv: [
    [0.75, stretched(polymer, 2e-3, 1.4, 3.1, 4.34)],
    [0.25, stretched(cobaltHighCell, 0, 1.02, 3.1, 4.34)]
  ],
  liion: [
    [0.75, stretched(nickelRichCell, 0, 1.05, 2.6, 4.19)],
    [0.25, stretched(cobaltCell, 0, 1, 2.9, 4.19)]
  ],
  life: [
    [0.5, stretched(ironChen, 0, 1, 2.6, 3.42)],
    [0.5, stretched(ironTremblay, 0, 1, 2.6, 3.45)]
  ],
  nimh: [
    [0.5, tremblay(1.2848, 0.01875, 0.144, 15)],
    [0.5, tremblay(1.29, 0.012, 0.09, 9)]
  ],
  nicd: [
    [0.5, tremblay(1.2505, 852e-5, 0.144, 7.5)],
    [0.5, tremblay(1.265, 0.012, 0.1, 12)]
  ],
  lead: [
    [0.5, flooded],
    [0.5, sealed]
  ]
};

// evaluation/pack-state/truth/pack.ts
var normal2 = (draw) => {
  let sum2 = -6;
  for (let i = 0; i < 12; i++) sum2 += draw();
  return sum2;
};
var LOSS = {
  lipo: 0.03,
  lihv: 0.03,
  liion: 0.02,
  life: 0.02,
  nimh: 0.2,
  nicd: 0.15,
  lead: 0.04
};
var SETTLES = {
  lipo: [0.05, 0.25],
  lihv: [0.05, 0.25],
  liion: [0.05, 0.3],
  life: [0.3, 1],
  nimh: [0.7, 1.6],
  nicd: [0.5, 1.4],
  lead: [1.5, 4]
};
var POLARISES = {
  lipo: 0.015,
  lihv: 0.015,
  liion: 0.02,
  life: 0.05,
  nimh: 0.05,
  nicd: 0.04,
  lead: 0.12
};
var RESTS = {
  lipo: 3e-3,
  lihv: 3e-3,
  liion: 3e-3,
  life: 6e-3,
  nimh: 0.012,
  nicd: 0.012,
  lead: 8e-3
};
var between2 = (draw, low, high) => low + (high - low) * draw();
function aTruth(chemistry, draw) {
  const nickel = chemistry === "nimh" || chemistry === "nicd";
  const cells = chemistry === "lead" ? 6 : nickel ? 6 + Math.floor(2 * draw()) : 2 + Math.floor(4 * draw());
  const labelAh = between2(draw, 0.8, 5);
  const curves = REST_CURVES[chemistry];
  let pick = draw();
  const curve = (curves.find(([share2]) => (pick -= share2) <= 0) ?? curves[0])[1];
  const soc = between2(draw, 0.1, 0.6);
  const differ = nickel || chemistry === "lead" ? 0 : 0.012 * Math.abs(normal2(draw));
  const [fast, slow] = SETTLES[chemistry];
  return {
    chemistry,
    cells,
    labelAh,
    capacityAh: labelAh * between2(draw, 0.82, 1.02),
    curve,
    soc: Array.from({ length: cells }, () => soc + differ * normal2(draw)),
    ohmAh: 0.04 * Math.exp(0.35 * normal2(draw)),
    excessV: 0,
    settlesH: between2(draw, fast, slow),
    efficiency: nickel ? between2(draw, 0.86, 0.94) : chemistry === "lead" ? between2(draw, 0.93, 0.98) : 1,
    lossPerMonth: LOSS[chemistry] * Math.exp(0.4 * normal2(draw)),
    offsetV: RESTS[chemistry] * normal2(draw)
  };
}
var meanSoc = (t) => t.soc.reduce((a, b) => a + b, 0) / t.cells;
function lie(t, hours) {
  t.soc = t.soc.map((s) => s > 0 ? s * Math.exp(-t.lossPerMonth * hours / 720) : s);
  t.excessV *= Math.exp(-hours / t.settlesH);
}
var cellVolts = (t) => t.soc.map((s) => t.curve(s) + t.offsetV + t.excessV);
function move(t, ah, amps2) {
  const steps = 60;
  const soft = t.efficiency < 1;
  for (let k = 0; k < steps; k++)
    t.soc = t.soc.map((s) => {
      const share2 = ah / t.capacityAh / steps;
      if (share2 <= 0 || !soft) return s + share2;
      const kept = t.efficiency / (1 + Math.exp((s - 0.985) / 0.018));
      return Math.min(1.01, s + share2 * kept);
    });
  const rateC = Math.min(1, Math.abs(amps2) / t.capacityAh);
  t.excessV = Math.sign(ah) * POLARISES[t.chemistry] * (0.4 + 0.6 * rateC);
  if (soft && ah > 0 && meanSoc(t) > 0.9) t.excessV *= 1.3;
}
function charge(t, amps2, endV, balance, mostAh) {
  const soft = t.efficiency < 1;
  let missing;
  if (soft) {
    const copy = { ...t, soc: [...t.soc] };
    let ah2 = 0;
    while (meanSoc(copy) < 0.99 && ah2 < 2 * t.capacityAh) {
      move(copy, 0.01 * t.capacityAh, amps2);
      ah2 += 0.01 * t.capacityAh;
    }
    missing = ah2 + 0.01 * t.capacityAh;
  } else {
    const taperC = 0.1;
    const restEnd = endV - taperC * t.ohmAh - t.offsetV;
    const end = solveRising((s) => t.curve(s), restEnd, -0.1, 1.1);
    const highest = balance ? meanSoc(t) : Math.max(...t.soc);
    missing = Math.max(2e-3, end - highest) * t.capacityAh;
  }
  const ah = Math.min(missing, mostAh);
  const full = missing <= mostAh;
  move(t, ah, full && !soft ? 0.1 * t.capacityAh : amps2);
  if (full && balance) {
    const mean2 = meanSoc(t);
    t.soc = t.soc.map((s) => mean2 + 0.15 * (s - mean2));
  }
  return { ah, minutes: 60 * ah / amps2 + (full && !soft ? 12 : 1), full };
}
function discharge(t, amps2, endV) {
  const restV = endV + amps2 / t.capacityAh * t.ohmAh - t.offsetV;
  const end = solveRising((s) => t.curve(s), restV, -0.1, 1.1);
  const ah = Math.max(1e-3, Math.min(...t.soc) - end) * t.capacityAh;
  move(t, -ah, amps2);
  return { ah, minutes: 60 * ah / amps2 };
}

// evaluation/pack-state/life.ts
var HOUR_MS2 = 36e5;
var AIR_DEG_C = 20;
var START_MS = Date.parse("2026-03-01T08:00:00.000Z");
var FORGETS = { use: 0.04, run: 0.01, answer: 0.02 };
var USUAL_END = {
  lipo: 4.2,
  lihv: 4.35,
  liion: 4.1,
  life: 3.6,
  nimh: 1.55,
  nicd: 1.55,
  lead: 2.4
};
var STORE_V = { lipo: 3.8, lihv: 3.85, liion: 3.7 };
var EMPTY_V = {
  lipo: 3.3,
  lihv: 3.3,
  liion: 3,
  life: 2.8,
  nimh: 1,
  nicd: 1,
  lead: 1.8
};
var NOMINAL_V = {
  lipo: 3.7,
  lihv: 3.8,
  liion: 3.6,
  life: 3.2,
  nimh: 1.2,
  nicd: 1.2
};
var iso = (ms) => new Date(ms).toISOString();
var lithium = (chemistry) => chemistry in STORE_V || chemistry === "life";
var round = (value2, digits) => Math.round(value2 * 10 ** digits) / 10 ** digits;
function wait(t, hours) {
  t.nowMs += hours * HOUR_MS2;
  lie(t.truth, hours);
}
function read(t) {
  const { draw, truth } = t;
  const common = 4e-3 * normal2(draw);
  const volts3 = cellVolts(truth).map((v) => round(v + common + 2e-3 * normal2(draw), 2));
  const cells = lithium(truth.chemistry) && draw() < 0.8;
  const wrong = draw() < FORGETS.answer;
  const truthful = t.usedSinceRead ? meanSoc(truth) < 0.09 ? "until it faded" : "used" : "not used";
  const lied = truthful === "not used" ? "used" : "not used";
  const said = draw() < 0.45 ? "not said" : wrong ? lied : truthful;
  if (said === lied) t.honest = false;
  const takenAt = iso(t.nowMs);
  t.events.push({
    kind: "reading",
    id: `e${t.events.length}`,
    at: takenAt,
    reading: {
      takenAt,
      cellVoltagesV: cells ? volts3 : null,
      packVoltageV: cells ? null : round(
        volts3.reduce((a, b) => a + b, 0),
        2
      ),
      state: Math.abs(truth.excessV) > 0.02 && draw() < 0.7 ? "just used" : "rest",
      usedSince: said,
      temperatureDegC: 20,
      cellResistancesOhm: null,
      chargerCellsV: null,
      chargerChannelId: null
    }
  });
  t.usedSinceRead = false;
  t.soundFull = false;
}
function use(t) {
  const { draw, truth } = t;
  const left = Math.max(0.03, 0.05 + 0.5 * draw());
  const taken = Math.max(0, meanSoc(truth) - left);
  wait(t, 0.3);
  move(truth, -taken * truth.capacityAh, 2 * truth.capacityAh);
  t.usedSinceRead = true;
  t.soundFull = false;
  t.programEnd = null;
  if (draw() < FORGETS.use) {
    t.complete = false;
    t.honest = false;
    return;
  }
  t.events.push({
    kind: "use",
    id: `e${t.events.length}`,
    at: iso(t.nowMs),
    minutes: null,
    felt: left < 0.1 && draw() < 0.5 ? "weak" : "not said"
  });
}
function tell(t, { task, endReason, ah, minutes: minutes2, settings }) {
  const { draw, truth } = t;
  const startedAt = iso(t.nowMs);
  const before = t.stateAt(t.events, startedAt);
  wait(t, minutes2 / 60);
  if (draw() < FORGETS.run) {
    t.complete = false;
    t.honest = false;
    return false;
  }
  const aim = taskOf(task);
  const counted = round(ah * (1 + 0.02 * normal2(draw)), 3);
  const { charge: known } = before;
  const end = aim.fills ? 1 : aim.moves === "out" ? 0.03 : 0.45;
  const expected = (soc) => Math.abs(end - soc) * before.capacityAh / (aim.moves === "in" ? Math.max(0.85, truth.efficiency) : 1);
  const event = {
    kind: "run",
    ...{ id: `e${t.events.length}`, startedAt, at: iso(t.nowMs), open: false, joined: false },
    task,
    aim,
    settings: {
      dischargeA: null,
      endVoltageV: USUAL_END[truth.chemistry],
      dischargeEndV: null,
      safetyTimerMin: null,
      capacityLimitAh: null,
      balance: false,
      ...settings
    },
    endReason,
    durationS: Math.round(minutes2) * 60,
    chargeAh: counted,
    expectedAh: known ? expected(known.mean) : null,
    expectedLowAh: known ? Math.min(expected(known.least), expected(known.most)) : null,
    expectedHighAh: known ? 1.25 * Math.max(expected(known.least), expected(known.most)) : null,
    endCellVoltagesV: null,
    endPackVoltageV: null,
    endCurrentA: null,
    endTemperatureDegC: null,
    peakTemperatureDegC: null,
    displayReadings: [],
    elapsedMin: null
  };
  t.events.push(event);
  return true;
}
function chargeRun(t) {
  const { draw, truth } = t;
  const kind = truth.chemistry;
  const currentA = round((kind === "lead" ? 0.2 : lithium(kind) ? 0.5 + 0.5 * draw() : 0.6) * truth.labelAh, 1) || 0.1;
  const balance = lithium(kind) && draw() < 0.75;
  const gentle = lithium(kind) && kind !== "liion" && draw() < 0.1;
  const endVoltageV = USUAL_END[kind] - (gentle ? kind === "life" ? 0.1 : 0.08 : 0);
  const luck = draw();
  const cut = luck < 0.12;
  const nickel = kind === "nimh" || kind === "nicd";
  const falsePeak = nickel && luck > 0.95;
  const before = meanSoc(truth);
  const mostAh = falsePeak ? currentA * (0.05 + 0.05 * draw()) : cut ? (0.2 + 0.4 * draw()) * truth.capacityAh : Infinity;
  const { ah, minutes: minutes2, full } = charge(truth, currentA, endVoltageV, balance, mostAh);
  const sound2 = full && !falsePeak;
  t.usedSinceRead = false;
  const told = tell(t, {
    task: balance ? "balance" : "charge",
    endReason: full || falsePeak ? "full" : draw() < 0.5 ? "timer" : "stopped",
    ah,
    minutes: minutes2,
    settings: {
      currentA,
      endVoltageV,
      balance,
      safetyTimerMin: full || falsePeak ? null : Math.round(minutes2)
    }
  });
  t.programEnd = sound2 ? meanSoc(truth) : null;
  if (told) t.complete = true;
  t.soundFull = told && sound2 && !gentle && kind !== "liion" && meanSoc(truth) - before > 0.15;
  if (falsePeak) t.honest = false;
}
function storeRun(t) {
  const { truth } = t;
  const endVoltageV = STORE_V[truth.chemistry];
  const mean2 = cellVolts(truth).reduce((a, b) => a + b, 0) / truth.cells;
  const currentA = round(0.5 * truth.labelAh, 1) || 0.1;
  const up2 = mean2 < endVoltageV;
  const moved2 = up2 ? charge(truth, currentA, endVoltageV, true, Infinity) : discharge(truth, currentA, endVoltageV);
  t.usedSinceRead = false;
  t.soundFull = false;
  t.programEnd = null;
  if (tell(t, {
    task: "storage",
    endReason: "end voltage",
    ah: moved2.ah,
    minutes: Math.max(1, moved2.minutes),
    settings: { currentA, dischargeA: currentA, endVoltageV }
  }))
    t.complete = true;
}
function dischargeRun(t) {
  const { truth } = t;
  const dischargeA = round(0.3 * truth.labelAh, 1) || 0.1;
  const { ah, minutes: minutes2 } = discharge(truth, dischargeA, EMPTY_V[truth.chemistry]);
  t.usedSinceRead = false;
  t.soundFull = false;
  t.programEnd = null;
  if (tell(t, {
    task: "discharge",
    endReason: "end voltage",
    ah,
    minutes: Math.max(1, minutes2),
    settings: { currentA: dischargeA, dischargeA, dischargeEndV: EMPTY_V[truth.chemistry] }
  }))
    t.complete = true;
}
function* lifeOf(chemistry, steps, draw) {
  const truth = aTruth(chemistry, draw);
  const pack = PackSchema.parse({
    id: "pack",
    name: "Pack",
    chemistry,
    cells: truth.cells,
    capacityAh: round(truth.labelAh, 2),
    measuredCapacityAh: draw() < 0.5 ? round(truth.capacityAh * (1 + 0.02 * normal2(draw)), 3) : null,
    labelVoltageV: round((NOMINAL_V[chemistry] ?? 2) * truth.cells, 1),
    labelChargeRateC: 2,
    balanceLead: lithium(chemistry)
  });
  const t = {
    draw,
    truth,
    pack,
    nowMs: START_MS,
    events: [],
    programEnd: null,
    complete: true,
    honest: true,
    soundFull: false,
    usedSinceRead: false,
    stateAt: (events, at) => packState(pack, events, at, AIR_DEG_C)
  };
  read(t);
  for (let k = 0; k < steps; k++) {
    const luck = draw();
    const soc = meanSoc(truth);
    if (luck < 0.3) read(t);
    else if (soc < 0.45) (luck < 0.85 || !(chemistry in STORE_V) ? chargeRun : storeRun)(t);
    else if (luck < 0.75) use(t);
    else if (luck < 0.85) dischargeRun(t);
    else if (chemistry in STORE_V) storeRun(t);
    else use(t);
    wait(t, draw() < 0.5 ? 0.05 + 2 * draw() : 3 + 100 * draw());
    yield {
      at: iso(t.nowMs),
      pack,
      events: [...t.events],
      truth,
      soc: meanSoc(truth),
      programEnd: t.programEnd,
      complete: t.complete,
      soundFull: t.soundFull,
      honest: t.honest
    };
  }
}

// evaluation/pack-state/coverage.ts
var CHEMISTRIES2 = ["lipo", "lihv", "liion", "life", "nimh", "nicd", "lead"];
var share = (part, whole2) => whole2 === 0 ? NaN : part / whole2;
function coverageOf(chemistry, lives, steps, seed) {
  const widths = [];
  let [asked, held2, below, full, right, complete, completeRight, sound2, soundFull, honest, alarms] = Array(11).fill(0);
  for (let life2 = 0; life2 < lives; life2++) {
    const draw = uniform(seed + life2);
    for (const m of lifeOf(chemistry, steps, draw)) {
      const state = packState(m.pack, m.events, m.at, 20);
      if (state.charge === null) continue;
      asked++;
      const { low, high } = state.charge;
      widths.push(high - low);
      if (m.soc >= low && m.soc <= high) held2++;
      else if (m.soc < low) below++;
      if (m.honest) {
        honest++;
        if (state.contradictions.length) alarms++;
      }
      if (state.claim === "full") {
        const holds = m.soc >= 0.9 * (m.programEnd ?? 1);
        full++;
        if (holds) right++;
        if (m.complete) {
          complete++;
          if (holds) completeRight++;
        }
      }
      const hours = (Date.parse(m.at) - Date.parse(m.events.at(-1).at)) / 36e5;
      if (m.soundFull && hours < 24) {
        sound2++;
        if (state.claim === "full") soundFull++;
      }
    }
  }
  widths.sort((a, b) => a - b);
  return {
    chemistry,
    asked,
    held: share(held2, asked),
    below: share(below, asked),
    width: widths[widths.length >> 1] ?? NaN,
    full,
    fullRight: share(right, full),
    fullRightComplete: share(completeRight, complete),
    soundCalledFull: share(soundFull, sound2),
    falseAlarms: share(alarms, honest)
  };
}

// core/pack/low-rest.ts
function lowRestOf(pack, reading2) {
  const { traits, recovery } = chemistryOf(pack.chemistry);
  const low = traits.lowRest;
  if (low === null || !reading2 || reading2.state === "loaded") return null;
  const packV = packVoltage(reading2);
  const perCellV = packV / pack.cells;
  const fewer = pack.cells - 1;
  const oneLess = fewer >= 1 && packV >= fewer * low.oneLessV.low && packV <= fewer * low.oneLessV.high;
  if (oneLess && fewer * low.oneLessV.high >= pack.cells * low.ordinaryFromV) return "either";
  if (oneLess) return reading2.usedSince === "until it faded" ? "drained" : "shorted";
  if (perCellV >= low.ordinaryFromV || perCellV < (recovery?.belowV ?? 0)) return null;
  return "low";
}
var restsLow = (pack, reading2) => {
  const low = lowRestOf(pack, reading2);
  if (low === "either") {
    const { lowRest } = chemistryOf(pack.chemistry).traits;
    return packVoltage(reading2) / pack.cells < lowRest.ordinaryFromV;
  }
  return low === "low" || low === "drained";
};

// core/request/storage-target.ts
var TRANSPORT_SOC = 0.3;
var NEARNESS = { default: 0, person: 1, pack: 2, program: 3 };
var travels = (r) => r.taskData.stores && r.practice.values.storageFor === "to travel";
function askedShare(r) {
  if (travels(r)) return TRANSPORT_SOC;
  const { values, from } = r.practice;
  if (values.storageV !== null && NEARNESS[from.storageV] >= NEARNESS[from.storageShare]) return null;
  return values.storageShare;
}
var voltsAtShare = (r, share2) => ocvAt(r.chemistry.curve, share2);

// core/simulate/pack-model.ts
var LOW_SOC = 0.1;
var LOW_SOC_RISE = 8;
function resistanceFactor(degC, doublesPerK) {
  return Number.isFinite(doublesPerK) ? Math.pow(2, (25 - degC) / doublesPerK) : 1;
}

// core/simulate/pack-simulation.ts
var RENEW_S = 30;
var BURNS_DEG_C = 200;
var PackSimulation = class {
  constructor(model, from) {
    this.model = model;
    this.cells = model.capacityAh.length;
    this.soc = Float64Array.from(from?.soc ?? model.startSoc);
    this.relaxV = from ? Float64Array.from(from.relaxV) : new Float64Array(this.cells);
    this.cellV = new Float64Array(this.cells);
    this.seriesNow = new Float64Array(this.cells);
    this.slowInverse = new Float64Array(this.cells);
    this.gain = new Float64Array(this.cells);
    this.relaxGain = new Float64Array(this.cells);
    this.rise = new Float64Array(this.cells);
    this.seriesOhm = new Float64Array(this.cells);
    this.emf = new Float64Array(this.cells);
    this.ohm = new Float64Array(this.cells);
    this.temperatureDegC = this.peakTemperatureDegC = from?.temperatureDegC ?? model.startDegC;
  }
  model;
  cells;
  timeS = 0;
  /** Charge moved so far in the direction of this run, Ah. */
  chargeAh = 0;
  energyWh = 0;
  /** Current into the pack, A; negative out of it. */
  currentA = 0;
  /** Volts at the pack, V. */
  packV = 0;
  temperatureDegC;
  /** Index into PHASES. */
  phase = 0;
  endReason = null;
  /** When constant current (or power) gave way to constant voltage, s; NaN before. */
  voltagePhaseFromS = NaN;
  peakTemperatureDegC;
  peakPowerW = 0;
  /** Highest volts a cell reached while charging; 0 before. */
  highestCellV = 0;
  /** Lowest volts a cell reached while discharging; Infinity before. */
  lowestCellV = Infinity;
  soc;
  relaxV;
  /** Terminal volts of each cell. */
  cellV;
  seriesNow;
  slowInverse;
  /** State of charge gained per ampere in one step. */
  gain;
  /** Relaxation volts gained per ampere in one step, and table entries climbed per ampere in one step. */
  relaxGain;
  rise;
  seriesOhm;
  /** Volts each cell would end the step at without current, and its rise per ampere over the step. */
  emf;
  ohm;
  decay = 0;
  renewAtS = 0;
  stepS = 0;
  /** Marks the run as ended by a person. */
  stop() {
    this.endReason ??= "stopped";
  }
  /** Output the charger must find for this pack now, W; 0 while it takes charge out. */
  get outputW() {
    return this.currentA > 0 && this.endReason === null ? this.packV * this.currentA : 0;
  }
  /** Where the pack stands now. */
  get state() {
    return { soc: this.soc, relaxV: this.relaxV, temperatureDegC: this.temperatureDegC };
  }
  /** Must open every step: renews what depends on the step's length and on temperature. */
  prepare(dtS, efficiency) {
    if (this.stepS !== dtS) {
      const { curve, relaxS, capacityAh } = this.model;
      this.stepS = dtS;
      this.decay = Math.exp(-dtS / relaxS);
      for (let i = 0; i < this.cells; i++) {
        this.gain[i] = dtS / 3600 * efficiency / capacityAh[i];
        this.rise[i] = this.gain[i] / curve.stepSoc;
      }
      this.renewResistances();
    } else if (this.timeS >= this.renewAtS) this.renewResistances();
  }
  renewResistances() {
    const factor = resistanceFactor(this.temperatureDegC, this.model.resistanceDoublesPerK);
    for (let i = 0; i < this.cells; i++) {
      const relaxOhm = this.model.relaxOhm[i] * factor;
      this.seriesNow[i] = this.model.seriesOhm[i] * factor;
      this.slowInverse[i] = relaxOhm > 0 ? 1 / relaxOhm : 0;
      this.relaxGain[i] = relaxOhm * (1 - this.decay);
    }
    this.renewAtS = this.timeS + RENEW_S;
  }
  /** Must close every step: books what was moved and the heat of `heatW` watts, and lets the guards cut. */
  close(dtS, currentA, packV, heatW) {
    const { model } = this;
    const hours = dtS / 3600;
    const magnitude = currentA < 0 ? -currentA : currentA;
    const power = packV * magnitude;
    this.currentA = currentA;
    this.packV = packV;
    if (power > this.peakPowerW) this.peakPowerW = power;
    this.chargeAh += magnitude * hours;
    this.energyWh += power * hours;
    this.timeS += dtS;
    const cooling = (this.temperatureDegC - model.ambientDegC) / model.coolingS;
    this.temperatureDegC += dtS * (heatW / model.heatCapacityJPerK - cooling);
    if (this.temperatureDegC > BURNS_DEG_C) {
      this.temperatureDegC = BURNS_DEG_C;
      this.endReason = "temperature";
    }
    if (this.temperatureDegC > this.peakTemperatureDegC) this.peakTemperatureDegC = this.temperatureDegC;
  }
  guard(guards2) {
    if (this.endReason !== null) return;
    if (this.chargeAh >= guards2.capacityLimitAh) this.endReason = "capacity limit";
    else if (this.timeS >= guards2.timerS) this.endReason = "timer";
    else if (this.temperatureDegC >= guards2.temperatureLimitDegC) this.endReason = "temperature";
  }
};

// core/simulate/charge-simulation.ts
var ENGAGE = 0.5;
var RELEASE = 0.2;
var SMOOTH_S = 20;
var RISE_OVER_S = 60;
var FULLEST = 1.03;
var NOTHING_LOST = 28;
var ChargeSimulation = class extends PackSimulation {
  constructor(model, control, from) {
    super(model, from);
    this.control = control;
    this.bleedA = new Float64Array(this.cells);
    this.stored = new Float64Array(this.cells).fill(1);
    this.riseFromDegC = this.temperatureDegC;
  }
  control;
  /** Bleed current of each cell now, A. */
  bleedA;
  /** Share of the current that each cell stores; 1 but for chemistries that gas near full. */
  stored;
  balancingStarted = false;
  smoothV = NaN;
  peakV = -Infinity;
  riseFromDegC;
  riseFromS = 0;
  step(dtS) {
    if (this.endReason !== null) return;
    const { model, control, cells, soc, relaxV, cellV, bleedA, emf, ohm, stored: stored2 } = this;
    this.prepare(dtS, model.coulombicEfficiency);
    const { gain, rise, relaxGain, slowInverse, seriesNow, seriesOhm } = this;
    const keep2 = this.decay;
    const { firstSoc, stepSoc, voltsV } = model.curve;
    const inverseStep = 1 / stepSoc;
    const lastEntry = voltsV.length - 2;
    const endV = control.endVoltageV + control.voltageErrorV;
    const lowRise = control.dip === null ? LOW_SOC_RISE : 0;
    const { slowing } = model;
    const bump = model.falsePeakV === 0 ? 0 : this.falsePeak(dtS);
    let emfSum = 0;
    let ohmSum = 0;
    let slowedAt = NaN;
    let slowedOhm = 0;
    const setA = control.currentA * control.currentFactor;
    let voltageLimitedA = setA;
    for (let i = 0; i < cells; i++) {
      const s = soc[i];
      const place = (s - firstSoc) * inverseStep;
      let k = place | 0;
      if (k < 0) k = 0;
      else if (k > lastEntry) k = lastEntry;
      const low = voltsV[k];
      let r = seriesNow[i];
      if (s < LOW_SOC) r *= 1 + lowRise * (LOW_SOC - s);
      if (slowing !== null) {
        if (s !== slowedAt) {
          slowedAt = s;
          slowedOhm = slowing.fullOhm * Math.exp((Math.min(s, FULLEST) - 1) / slowing.widthSoc);
        }
        r += slowedOhm;
      }
      seriesOhm[i] = r;
      const slope = voltsV[k + 1] - low;
      const e = low + (place - k) * slope + relaxV[i] * keep2 + bump;
      r += relaxGain[i] + slope * rise[i] * stored2[i];
      emf[i] = e;
      ohm[i] = r;
      ohmSum += r;
      const bleed = bleedA[i];
      emfSum += e - bleed * r;
      if (e + (voltageLimitedA - bleed) * r > endV) voltageLimitedA = (endV - e) / r + bleed;
    }
    if (!control.seesCells) voltageLimitedA = (endV * cells - emfSum) / ohmSum;
    let current = setA;
    let phase = 0;
    if ((emfSum + ohmSum * setA) * setA > control.powerW) {
      current = (-emfSum + Math.sqrt(emfSum * emfSum + 4 * ohmSum * control.powerW)) / (2 * ohmSum);
      phase = 1;
    }
    if (voltageLimitedA < current) {
      current = voltageLimitedA > 0 ? voltageLimitedA : 0;
      phase = 2;
      if (this.voltagePhaseFromS !== this.voltagePhaseFromS) this.voltagePhaseFromS = this.timeS;
    }
    let packV = 0;
    let highest = -Infinity;
    let heatW = 0;
    for (let i = 0; i < cells; i++) {
      const own = current - bleedA[i];
      const v = emf[i] + own * ohm[i];
      cellV[i] = v;
      packV += v;
      if (v > highest) highest = v;
      const u = relaxV[i];
      heatW += own * own * seriesOhm[i] + u * u * slowInverse[i];
      soc[i] += own * gain[i] * stored2[i];
      relaxV[i] = u * keep2 + own * relaxGain[i];
    }
    if (model.acceptance !== null) heatW += this.accept(current);
    const spread = this.applyBleed(highest);
    if (highest > this.highestCellV) this.highestCellV = highest;
    this.close(dtS, current, packV, heatW);
    this.endOf(phase, current, spread, dtS);
    this.guard(control);
  }
  /** Whether the charger's own end of charge has come. */
  endOf(phase, current, spread, dtS) {
    const { control } = this;
    if (phase === 2 && current <= control.taperA * control.currentFactor) {
      const balancing = control.balanceCurrentA > 0 && spread > control.balanceToleranceV;
      if (balancing) phase = 3;
      else this.endReason = control.reached;
    }
    this.phase = phase;
    if (control.dip !== null) this.lookForDip(dtS);
  }
  lookForDip(dtS) {
    const dip = this.control.dip;
    const share2 = Math.min(1, dtS / SMOOTH_S);
    this.smoothV = Number.isNaN(this.smoothV) ? this.packV : this.smoothV + share2 * (this.packV - this.smoothV);
    if (this.timeS - this.riseFromS >= RISE_OVER_S) {
      const rise = (this.temperatureDegC - this.riseFromDegC) * 60 / (this.timeS - this.riseFromS);
      const counts = this.timeS > dip.holdOffS && this.meanSoc() >= dip.onlyFromSoc;
      if (counts && rise >= dip.riseKPerMin) this.endReason = "temperature rise";
      this.riseFromDegC = this.temperatureDegC;
      this.riseFromS = this.timeS;
    }
    if (this.timeS <= dip.holdOffS) return;
    if (dip.onlyFromSoc > 0 && this.meanSoc() < dip.onlyFromSoc) return;
    if (this.smoothV > this.peakV) this.peakV = this.smoothV;
    else if (this.peakV - this.smoothV >= dip.deltaV * this.cells) this.endReason = "full";
  }
  meanSoc() {
    let sum2 = 0;
    for (let i = 0; i < this.cells; i++) sum2 += this.soc[i];
    return sum2 / this.cells;
  }
  /** The false early peak, V per cell: climbs and dies away within a few minutes of the start. */
  falsePeak(dtS) {
    const t = (this.timeS + dtS) / this.model.falsePeakS;
    return this.model.falsePeakV * t * Math.exp(1 - t);
  }
  /** Renews the share that each cell stores at `currentA`, and returns the heat of what is not stored, W. */
  accept(currentA) {
    const { cells, soc, stored: stored2, cellV } = this;
    const { halfSoc, widthSoc, perLnRate, perK, heatShare } = this.model.acceptance;
    const { capacityAh } = this.model;
    let heatW = 0;
    let lost = 0;
    let half = 0;
    for (let i = 0; i < cells; i++) {
      if (i === 0 || soc[i] !== soc[i - 1] || capacityAh[i] !== capacityAh[i - 1]) {
        if (i === 0 || capacityAh[i] !== capacityAh[i - 1]) {
          const rate = Math.max(5e-3, currentA / capacityAh[i]);
          half = halfSoc + perLnRate * Math.log(rate) - perK * (this.temperatureDegC - 20);
        }
        const short = (half - soc[i]) / widthSoc;
        lost = short > NOTHING_LOST ? 0 : 1 / (1 + Math.exp(short));
      }
      stored2[i] = 1 - lost;
      heatW += lost * currentA * cellV[i] * heatShare;
    }
    return heatW;
  }
  /**
   * Decides which cells bleed in the next step and returns the spread it decided on: 0 without balancing, Infinity before
   * balancing has begun. The bleed is paused to measure, as
   * chargers do: its own drop would otherwise hide the very difference that it is there to remove.
   */
  applyBleed(highestV) {
    const { control, cells, cellV, bleedA, seriesOhm } = this;
    if (control.balanceCurrentA <= 0) return 0;
    if (highestV >= control.balanceFromV) this.balancingStarted = true;
    if (!this.balancingStarted) return Infinity;
    let low = Infinity;
    let high = 0;
    for (let i = 0; i < cells; i++) {
      const paused = cellV[i] + bleedA[i] * seriesOhm[i];
      if (paused < low) low = paused;
      if (paused > high) high = paused;
    }
    for (let i = 0; i < cells; i++) {
      const above = cellV[i] + bleedA[i] * seriesOhm[i] - low;
      const threshold = control.balanceToleranceV * (bleedA[i] > 0 ? RELEASE : ENGAGE);
      bleedA[i] = above > threshold ? Math.min(control.balanceCurrentA, this.bleedToLevel(i, above)) : 0;
    }
    return high - low;
  }
  /**
   * The bleed that would take cell `i` down by `aboveV` within one step, A: a charger pulses its bleed, so it never takes a
   * cell under its neighbours. Matters only for steps that are long for the slope of the curve.
   */
  bleedToLevel(i, aboveV) {
    const { firstSoc, stepSoc, voltsV } = this.model.curve;
    const k = Math.max(0, Math.min(voltsV.length - 2, Math.floor((this.soc[i] - firstSoc) / stepSoc)));
    const perAmpV = (voltsV[k + 1] - voltsV[k]) * this.rise[i];
    return perAmpV > 0 ? aboveV / perAmpV : Infinity;
  }
};

// core/simulate/discharge-simulation.ts
var DischargeSimulation = class extends PackSimulation {
  constructor(model, control, from) {
    super(model, from);
    this.control = control;
  }
  control;
  step(dtS) {
    if (this.endReason !== null) return;
    const { model, control, cells, soc, relaxV, cellV, emf, ohm } = this;
    this.prepare(dtS, 1);
    const { gain, rise, relaxGain, slowInverse, seriesNow, seriesOhm } = this;
    const keep2 = this.decay;
    const { firstSoc, stepSoc, voltsV } = model.curve;
    const inverseStep = 1 / stepSoc;
    const lastEntry = voltsV.length - 2;
    const faster = this.peukertFactor();
    let emfSum = 0;
    let ohmSum = 0;
    for (let i = 0; i < cells; i++) {
      const s = soc[i];
      const seen = faster === 1 ? s : Math.max(firstSoc, 1 - (1 - s) * faster);
      const place = (seen - firstSoc) * inverseStep;
      let k = place | 0;
      if (k < 0) k = 0;
      else if (k > lastEntry) k = lastEntry;
      const low = voltsV[k];
      let r = seriesNow[i];
      if (seen < LOW_SOC) r *= 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(seen, -LOW_SOC));
      seriesOhm[i] = r;
      const slope = voltsV[k + 1] - low;
      const e = low + (place - k) * slope + relaxV[i] * keep2;
      r += relaxGain[i] + slope * rise[i] * faster;
      emf[i] = e;
      ohm[i] = r;
      emfSum += e;
      ohmSum += r;
    }
    let current = control.currentA * control.currentFactor;
    let phase = current === 0 ? 6 : 4;
    const room = emfSum * emfSum - 4 * ohmSum * control.powerW;
    if (room >= 0 && emfSum > 0) {
      const powerLimitedA = (emfSum - Math.sqrt(room)) / (2 * ohmSum);
      if (powerLimitedA < current) {
        current = powerLimitedA;
        phase = 5;
      }
    }
    let packV = 0;
    let lowest = Infinity;
    let heatW = 0;
    for (let i = 0; i < cells; i++) {
      const v = emf[i] - current * ohm[i];
      cellV[i] = v;
      packV += v;
      if (v < lowest) lowest = v;
      const u = relaxV[i];
      heatW += current * current * seriesOhm[i] + u * u * slowInverse[i];
      soc[i] -= current * gain[i];
      relaxV[i] = u * keep2 - current * relaxGain[i];
    }
    if (lowest < this.lowestCellV) this.lowestCellV = lowest;
    this.close(dtS, -current, packV, heatW);
    this.phase = phase;
    if (phase !== 6) {
      const endV = control.endVoltageV - control.voltageErrorV;
      const reached = control.seesCells ? lowest <= endV : packV <= endV * cells;
      if (reached) this.endReason = "end voltage";
    }
    this.guard(control);
  }
  peukertFactor() {
    const { peukert } = this.model;
    if (peukert === null || -this.currentA <= peukert.ratedA) return 1;
    return Math.pow(-this.currentA / peukert.ratedA, peukert.exponent - 1);
  }
};

// core/simulate/legs.ts
var restLeg = (seconds) => ({
  kind: "rest",
  control: {
    currentA: 0,
    powerW: Infinity,
    endVoltageV: -Infinity,
    seesCells: false,
    voltageErrorV: 0,
    currentFactor: 1,
    timerS: seconds,
    capacityLimitAh: Infinity,
    temperatureLimitDegC: Infinity
  }
});
function simulateLeg(model, leg, from) {
  return leg.kind === "charge" ? new ChargeSimulation(model, leg.control, from) : new DischargeSimulation(model, leg.control, from);
}
function goesOn(leg, sim) {
  if (sim.endReason === "stopped" || sim.endReason === "temperature") return false;
  if (leg.goesOnAnyway || leg.kind === "rest") return true;
  return sim.endReason === "full" || sim.endReason === "end voltage" || sim.endReason === "temperature rise";
}

// core/pack/connector.ts
var CONNECTOR = {
  id: text2({ label: "Id", least: 1, most: 40 }),
  name: text2({ label: "Name", least: 1, most: 60, missing: "A connector needs a name." }),
  /** Continuous current. */
  currentA: figure({ label: "Carries", unit: "A", min: 0.1, max: 500 })
};
var CONNECTORS = [
  { id: "signal-2", name: "small 2-pin signal plug", currentA: 3 },
  { id: "blade-nylon", name: "flat-blade nylon plug", currentA: 6 },
  { id: "block-small", name: "small block plug", currentA: 15 },
  { id: "bullet-3.5", name: "3.5 mm bullet", currentA: 30 },
  { id: "bullet-4", name: "4 mm bullet", currentA: 40 },
  { id: "block-medium", name: "medium block plug", currentA: 40 },
  { id: "block-large", name: "large block plug", currentA: 60 }
];
var connectorOf = (id2, list = CONNECTORS) => list.find((c) => c.id === id2) ?? null;

// core/charger/setting.ts
var HELD_SETTINGS = {
  safetyTimerMin: {
    label: "Safety timer",
    unit: "min",
    usual: { defaultValue: 120, min: 10, max: 720, step: 1 }
  },
  capacityLimitAh: {
    label: "Capacity limit",
    unit: "mAh",
    per: 1e3,
    usual: { defaultValue: 5e3, min: 100, max: 5e4, step: 50 }
  },
  temperatureLimitDegC: {
    label: "Pack temperature",
    unit: "\xB0C",
    usual: { defaultValue: 50, min: 20, max: 80, step: 1 }
  },
  inputFloorV: { label: "Input floor", unit: "V", usual: { defaultValue: 11, min: 10, max: 24, step: 0.1 } },
  rateCapC: { label: "Rate cap", unit: "C", usual: { defaultValue: 2, min: 0.5, max: 10, step: 0.5 } },
  trickleA: {
    label: "Trickle",
    unit: "mA",
    per: 1e3,
    usual: { defaultValue: null, min: 50, max: 300, step: 10 }
  },
  endVoltageV: {
    label: "End of charge",
    unit: "V/cell",
    usual: { defaultValue: 4.2, min: 3.5, max: 4.4, step: 0.01 }
  },
  dischargeEndV: {
    label: "End of discharge",
    unit: "V/cell",
    usual: { defaultValue: 3, min: 2.5, max: 3.9, step: 0.1 }
  },
  nominalV: {
    label: "Nominal-voltage family",
    unit: "V",
    usual: { defaultValue: 3.7, min: 3.3, max: 3.8, step: 0.1 }
  },
  checkTimeMin: {
    label: "Cell check lasts",
    unit: "min",
    usual: { defaultValue: 10, min: 1, max: 30, step: 1 }
  },
  recoveryTimeMin: {
    label: "Recovery lasts",
    unit: "min",
    usual: { defaultValue: 30, min: 1, max: 60, step: 1 }
  }
};
var HELD_KINDS = Object.keys(HELD_SETTINGS);
var MOST = 1e6;
var value = { unit: "", min: 0, max: MOST, optional: true };
var HELD_SETTING = {
  kind: choice({ label: "Setting", options: HELD_KINDS, open: true }),
  /** Whether a value belongs to the whole charger, to one channel, or to each memory slot. */
  scope: choice({ label: "Belongs to", options: ["charger", "channel", "slot"], offer: "charger" }),
  /** Channel it belongs to when the scope is a channel; null otherwise. */
  channelId: reference({ label: "Channel", most: 64, optional: true, start: null }),
  /** The program it is kept for, where the charger keeps one value per program; null for all of them. */
  task: choice({ label: "Program", options: TASK_IDS, open: true, optional: true, start: null }),
  /** The chemistry it is kept for, where the charger keeps one value for each; null for all of them. */
  chemistry: choice({ ...CHEMISTRY_CHOICE, label: "Chemistry", optional: true, start: null }),
  /** As it leaves the factory; null is off. */
  defaultValue: figure({ label: "Maker\u2019s", ...value }),
  /** As it stands now; null is off. */
  heldValue: figure({ label: "Now", ...value }),
  min: figure({ label: "From", unit: "", min: 0, max: MOST }),
  max: figure({ label: "To", unit: "", min: 0, max: MOST }),
  step: figure({ label: "Step", unit: "", min: 1e-7, max: MOST }),
  canBeOff: flag({ label: "can be off", start: true }),
  /** The charger does not let it be changed. */
  fixed: flag({ label: "cannot be changed", start: false })
};
function showHeld(kind, value2) {
  if (value2 === null) return "off";
  const { unit } = HELD_SETTINGS[kind];
  const read2 = shown(HELD_SETTINGS[kind], value2);
  return unit === "C" ? `${read2}C` : `${read2} ${unit}`;
}

// core/charger/charger.ts
var CHANNEL_CHEMISTRY = {
  chemistry: choice({ ...CHEMISTRY_CHOICE, label: "Takes", offer: "lipo" }),
  minCells: figure({ label: "from", unit: "S", min: 1, max: 24, whole: true, offer: 1 }),
  maxCells: figure({ label: "to", unit: "S", min: 1, max: 24, whole: true, offer: 6 }),
  /** Per cell; null leaves it to the chemistry. */
  endVoltageMinV: figure({ label: "ends", unit: "V", min: 1, max: 5, optional: true, start: null }),
  endVoltageMaxV: figure({ label: "to", unit: "V", min: 1, max: 5, optional: true, start: null })
};
var canBeSet = { optional: true, start: null, help: "empty: can be set" };
var CHANNEL = {
  label: text2({ part: "common", label: "Label", least: 1, most: 20, missing: "A channel needs a label." }),
  /** Greatest output power. */
  powerW: figure({ part: "common", label: "Power", unit: "W", min: 1, max: 5e3 }),
  /** Greatest and least current it can be set to. */
  maxCurrentA: figure({ part: "common", label: "Current to", unit: "A", min: 0.05, max: 100 }),
  minCurrentA: figure({ part: "common", label: "Current from", unit: "A", min: 1e-3, max: 50, offer: 0.1 }),
  /** Step of the current setting. */
  currentStepA: figure({ part: "common", label: "Step", unit: "A", min: 1e-3, max: 10, offer: 0.1 }),
  /** Step of the end-of-charge setting, per cell; null when it cannot be changed. */
  endVoltageStepV: figure({
    part: "common",
    label: "End of charge step",
    unit: "V",
    min: 1e-3,
    max: 0.1,
    optional: true,
    offer: 0.01,
    help: "empty: fixed"
  }),
  chemistries: parts(CHANNEL_CHEMISTRY, {
    label: "Chemistries",
    least: 1,
    most: 24,
    missing: "A channel charges at least one chemistry."
  }),
  /** Bleed current of one cell; 0 when the channel does not balance. */
  balanceCurrentA: figure({
    part: "common",
    label: "Balance current",
    unit: "A",
    min: 0,
    max: 20,
    offer: 0.2,
    help: "0: none"
  }),
  /** Cells its balance port takes; 0 when it has none. */
  balancePortCells: figure({
    part: "common",
    label: "Balance port",
    unit: "S",
    min: 0,
    max: 24,
    whole: true,
    offer: 6
  }),
  /** Greatest discharge power and current; 0 when it cannot discharge. */
  dischargePowerW: figure({ part: "common", label: "Discharge", unit: "W", min: 0, max: 2e3, offer: 0 }),
  dischargeCurrentA: figure({ part: "common", label: "Discharge to", unit: "A", min: 0, max: 100, offer: 0 }),
  /** How far its cell volts may be off, per cell. */
  voltageAccuracyV: figure({
    part: "common",
    label: "Cell volts off by",
    unit: "mV",
    per: 1e3,
    min: 0,
    max: 0.1,
    offer: 0.02
  }),
  /** How much more its cell page shows than a meter did, per cell, with its sign; null when never compared. */
  showsMoreV: figure({
    part: "common",
    label: "Shows more than a meter",
    unit: "mV",
    per: 1e3,
    min: -0.2,
    max: 0.2,
    optional: true,
    start: null,
    help: "measured; \u2212: it shows less"
  }),
  /** A temperature probe can be connected. */
  hasProbe: flag({ part: "common flags", label: "temperature probe", start: false }),
  /** The balance plug goes into the case itself, so that no board is taken up. */
  portBuiltIn: flag({ part: "common flags", label: "balance port in its case, no board", start: false }),
  showsCells: flag({ part: "common flags", label: "shows each cell", start: true }),
  /** Programs its screen offers. */
  tasks: choices({
    label: "Programs it offers",
    options: TASK_IDS,
    least: 1,
    missing: "A channel offers at least one program.",
    start: ["balance", "charge", "storage", "discharge"]
  }),
  /** Current it always uses; null when it can be set. The same in its storage program. */
  fixedCurrentA: figure({
    part: "rare",
    label: "Fixed current",
    unit: "A",
    min: 0.01,
    max: 100,
    ...canBeSet
  }),
  storageCurrentA: figure({ part: "rare", label: "In storage", unit: "A", min: 0.01, max: 100, ...canBeSet }),
  /** Storage end that cannot be changed, per cell; null when it can be. */
  storageV: figure({ part: "rare", label: "Storage ends", unit: "V", min: 3, max: 4.2, ...canBeSet }),
  /** Range and step of its sensitivity to the dip, per cell; null where it cannot be set. */
  deltaVMinV: figure({
    part: "rare",
    label: "Dip from",
    unit: "mV",
    per: 1e3,
    min: 1e-3,
    max: 0.05,
    optional: true,
    start: null,
    help: "empty: not set by you"
  }),
  deltaVMaxV: figure({
    part: "rare",
    label: "Dip to",
    unit: "mV",
    per: 1e3,
    min: 1e-3,
    max: 0.05,
    optional: true,
    start: null
  }),
  deltaVStepV: figure({
    part: "rare",
    label: "Dip step",
    unit: "mV",
    per: 1e3,
    min: 5e-4,
    max: 0.01,
    optional: true,
    start: null
  }),
  /** Its screen asks for a trickle current, whatever the chemistry. */
  asksTrickle: flag({ part: "rare flags", label: "asks for a trickle on any chemistry", start: false }),
  /** It ends a nickel charge when the temperature climbs too fast. */
  endsOnTemperatureRise: flag({
    part: "rare flags",
    label: "ends nickel when the temperature climbs fast",
    start: false
  }),
  /** It knows packs that carry their own balancer. */
  knowsOwnBalancer: flag({ part: "rare flags", label: "knows packs with their own balancer", start: false }),
  /** Its storage program asks for per cent of charge instead of volts. */
  storageInPercent: flag({ part: "rare flags", label: "asks storage in per cent", start: false })
};
var CHARGER = {
  name: text2({ label: "Name", least: 1, most: 80, missing: "A charger needs a name." }),
  /** Volts its input takes. For a mains unit the line volts. */
  inputMinV: figure({ part: "input", label: "Input from", unit: "V", min: 5, max: 420, offer: 11 }),
  inputMaxV: figure({ part: "input", label: "Input to", unit: "V", min: 5, max: 420, offer: 18 }),
  /** Greatest current it draws from its input; null when not stated. */
  inputCurrentA: figure({
    part: "input",
    label: "Input current",
    unit: "A",
    min: 0.1,
    max: 200,
    optional: true,
    start: null,
    help: "if stated"
  }),
  /** Power all channels share; null when every channel has its own. */
  sharedPowerW: figure({
    part: "input",
    label: "Power shared by channels",
    unit: "W",
    min: 1,
    max: 2e4,
    optional: true,
    start: null,
    help: "empty: each its own"
  }),
  /** Output power over input power while charging, less its own watts. */
  efficiency: figure({
    part: "input",
    label: "Efficiency",
    unit: "%",
    per: 100,
    min: 0.3,
    max: 1,
    start: 0.8,
    help: "80 when not stated"
  }),
  /** What it draws for itself. */
  overheadW: figure({ part: "input", label: "Own draw", unit: "W", min: 0, max: 200, start: 5 }),
  supplyId: reference({ label: "Fed by", most: 64, optional: true, start: null }),
  /** How it is reached: not at all (its screen is keyed by hand) or the simulated charger. */
  link: choice({
    label: "Reached",
    options: ["none", "stand-in"],
    words: { none: "by hand: keyed in from a card", "stand-in": "over a link: the simulated charger" },
    open: true,
    start: "none"
  }),
  /** Settings in the order in which its screen asks for them. */
  asks: choices({
    label: "Its screen asks for",
    options: [
      "chemistry",
      "task",
      "cells",
      "capacity",
      "currentA",
      "endVoltageV",
      "balance",
      "dischargeA",
      "dischargeEndV",
      "deltaV",
      "trickleA",
      "order",
      "cycles",
      "restMin",
      "safetyTimerMin",
      "capacityLimitAh",
      "temperatureLimitDegC"
    ],
    least: 0,
    start: ["chemistry", "task", "cells", "currentA"]
  }),
  held: parts(HELD_SETTING, { label: "Settings it keeps by itself", least: 0, most: 60, start: [] }),
  /** Memory slots it has; 0 for none. */
  slots: figure({
    part: "habits",
    label: "Memory slots",
    unit: "",
    min: 0,
    max: 99,
    whole: true,
    start: 0,
    help: "0: it has none"
  }),
  /** Whether it asks for the pack's capacity, and what it does with it. */
  capacityKeyed: choice({
    part: "habits",
    label: "Capacity of the pack",
    options: ["not asked", "a title only", "sets the current"],
    words: { "a title only": "asked, a title only", "sets the current": "asked, sets the current" },
    start: "not asked"
  }),
  /** What is keyed in is lost when it loses power. */
  forgetsAtRestart: flag({
    part: "habit flags",
    label: "forgets what was keyed when it loses power",
    start: false
  }),
  /** What it does at the cell check when nobody presses anything. */
  atCheck: choice({
    part: "habits",
    label: "At the cell check it",
    options: ["waits", "starts by itself", "cancels by itself"],
    start: "waits"
  }),
  /** What it guards against by itself. */
  protections: choices({
    label: "It guards against",
    options: ["reversed polarity", "cell count", "over-voltage", "under-voltage", "timer", "temperature"],
    least: 0,
    start: ["reversed polarity", "cell count", "over-voltage"]
  }),
  /** Price, in whatever money; null when not known. */
  price: figure({
    part: "habits",
    label: "Price",
    unit: "",
    min: 0.01,
    max: 1e6,
    optional: true,
    start: null,
    help: "to compare watts"
  }),
  /** Where it stands, in the person's own words: two places mean a walk. */
  standsAt: text2({ part: "habits", label: "Stands", least: 0, most: 40, start: "", help: "shed, garage" }),
  notes: text2({ label: "Notes", least: 0, most: 4e3, lines: true, start: "" })
};
var MOST_CHANNELS = 8;
function heldFor(charger, channelId) {
  return charger.held.filter((s) => s.scope !== "channel" || s.channelId === channelId);
}
function heldOf(charger, channelId, kind, task, chemistry) {
  const bearing = heldFor(charger, channelId).filter(
    (s) => s.kind === kind && (s.task === null || s.task === task) && (s.chemistry === null || s.chemistry === chemistry)
  );
  const nearness = (s) => (s.task !== null ? 2 : 0) + (s.chemistry !== null ? 1 : 0);
  return bearing.sort((a, b) => nearness(b) - nearness(a))[0] ?? null;
}
function entryFor(channel, chemistryId) {
  return channel.chemistries.find((c) => c.chemistry === chemistryId) ?? null;
}

// core/charger/supply.ts
var SUPPLY = {
  name: text2({ label: "Supply", least: 1, most: 80, missing: "A supply needs a name." }),
  kind: choice({
    label: "Kind",
    options: ["bench supply", "mains", "lead battery"],
    offer: "bench supply"
  }),
  /** Output volts of the supply; for mains the line volts. */
  voltageV: figure({ label: "Volts", unit: "V", min: 5, max: 420 }),
  /** Power it can give for long; null when only current limits it. */
  powerW: figure({ label: "Power", unit: "W", min: 1, max: 2e4, optional: true, start: null }),
  /** Current it can give for long; null when only power limits it. */
  currentA: figure({ label: "Current", unit: "A", min: 0.1, max: 1e3, optional: true, start: null }),
  /** What else hangs on it all the time. */
  otherLoadW: figure({
    label: "What else hangs on it",
    unit: "W",
    min: 0,
    max: 2e4,
    start: 0,
    help: "lamps, pumps, radios"
  }),
  /** Capacity of a battery; null when not known, or for anything but a battery. */
  capacityAh: figure({ label: "Capacity", unit: "Ah", min: 0.5, max: 2e3, optional: true, start: null }),
  /** It is the battery of a vehicle. */
  ofVehicle: flag({ label: "of a vehicle", start: false })
};
function supplyPowerW(supply) {
  const byCurrent = supply.currentA === null ? Infinity : supply.voltageV * supply.currentA;
  return Math.min(supply.powerW ?? Infinity, byCurrent);
}
function supplyLeftW(supply, othersW) {
  return Math.max(0, supplyPowerW(supply) - supply.otherLoadW - othersW);
}

// core/charger/envelope.ts
function powerLimits(input) {
  const { charger, channel, supply, othersOutputW } = input;
  const limits = [
    { id: "channel power", label: `channel power, ${text(watts(channel.powerW))}`, powerW: channel.powerW }
  ];
  if (charger.sharedPowerW !== null) {
    const left = Math.max(0, charger.sharedPowerW - othersOutputW);
    limits.push({ id: "shared power", label: `shared power left, ${text(watts(left))}`, powerW: left });
  }
  const toOutput = (inputW) => Math.max(0, (inputW - charger.overheadW) * charger.efficiency - othersOutputW);
  if (supply) {
    const available = supplyLeftW(supply, input.othersOnSupplyW);
    const whole2 = available === supplyPowerW(supply);
    if (Number.isFinite(available))
      limits.push({
        id: "supply power",
        label: `${supply.name}, ${text(watts(available))} ${whole2 ? "in" : "left"} gives ${text(watts(toOutput(available)))} out`,
        powerW: toOutput(available)
      });
    if (charger.inputCurrentA !== null) {
      const inputW = charger.inputCurrentA * supply.voltageV;
      limits.push({
        id: "input current",
        label: `input current, ${text(amps(charger.inputCurrentA))} from ${text(volts(supply.voltageV, 1))}`,
        powerW: toOutput(inputW)
      });
    }
  }
  return limits;
}
function limitsAt(input, packV) {
  const { pack, channel, charger, packRates: packRates2 } = input;
  const limits = [
    {
      id: "channel current",
      label: `channel current, ${text(amps(channel.maxCurrentA))}`,
      currentA: channel.maxCurrentA,
      side: "charger"
    },
    ...powerLimits(input).map((p) => ({
      id: p.id,
      label: `${p.label} at ${text(volts(packV, 1))}`,
      currentA: p.powerW / packV,
      side: "charger"
    })),
    ...packRates2.map((r) => ({
      id: r.id,
      label: `${r.label}${ofMeasured(pack)}`,
      currentA: r.rateC * ratedAh(pack),
      side: "pack"
    }))
  ];
  const connector = connectorOf(pack.connectorId, input.connectors);
  if (connector)
    limits.push({
      id: "connector",
      label: `connector, ${connector.name} ${text(amps(connector.currentA))}`,
      currentA: connector.currentA,
      side: "pack"
    });
  const lead3 = input.lead ?? null;
  if (lead3)
    limits.push({
      id: "lead",
      label: `${lead3.name}, ${text(amps(lead3.currentA))}`,
      currentA: lead3.currentA,
      side: "pack"
    });
  const cap = heldFor(charger, channel.id).find((s) => s.kind === "rateCapC");
  if (cap?.heldValue != null)
    limits.push({
      id: "rate cap",
      label: `rate cap held on ${charger.name}, ${cRate(cap.heldValue)}`,
      currentA: cap.heldValue * pack.capacityAh,
      side: "charger"
    });
  return limits.sort((a, b) => a.currentA - b.currentA);
}
function dischargeLimitsAt(input, packV, rateC, why) {
  const { pack, channel } = input;
  if (channel.dischargeCurrentA <= 0 || channel.dischargePowerW <= 0) return [];
  const limits = [
    {
      id: "discharge current",
      label: `channel discharges at most ${text(amps(channel.dischargeCurrentA))}`,
      currentA: channel.dischargeCurrentA,
      side: "charger"
    },
    {
      id: "discharge power",
      label: `discharge power, ${text(watts(channel.dischargePowerW))} at ${text(volts(packV, 1))}`,
      currentA: channel.dischargePowerW / packV,
      side: "charger"
    },
    {
      id: "discharge rate",
      label: `${why}, ${cRate(rateC)}${ofMeasured(pack)}`,
      currentA: rateC * ratedAh(pack),
      side: "pack"
    }
  ];
  return limits.sort((a, b) => a.currentA - b.currentA);
}

// core/forecast/cells-differ.ts
var CELL_CAPACITY = 0.01;
var CELL_RESISTANCE = 0.08;
var MORE_OR_LESS = 1.6;
var MORE_OR_LESS_LOG = 0.5;
var OWN_MEMORY2 = 0.7;
var METER_EACH_V2 = 3e-3;
var LEAST_SLOPE_V2 = 0.1;
var FURTHEST_CELL = 3;
var LEVELLED2 = 0.01;
function unseenSigma(r) {
  const differ = differences(r);
  if (differ === null) return null;
  const { supposed, byVolts: byVolts3 } = differ;
  return byVolts3 === null ? supposed : supposed * byVolts3 / Math.hypot(supposed, byVolts3);
}
var driftOf = (r) => CELL_CAPACITY * Math.max(0, 1 - r.chargeState.soc);
var wasFilled = ({ state: { lastRun, judged } }) => judged?.outcome === "sound" && lastRun?.aim.fills === true && !lastRun.aim.cutsTaper;
function differences(r) {
  const { traits, storage, curve, defaults } = r.chemistry;
  if (storage.kind !== "charge" || !traits.cellsDiffer || r.pack.cells < 2) return null;
  const levelled = r.state.lastRun !== null && wasFilled(r) && r.chargeState.known !== null;
  const supposed = levelled ? LEVELLED2 : traits.cellsDiffer.cellsRead;
  const byVolts3 = r.reading?.cellVoltagesV ? Math.hypot(METER_SIGMA_V, OWN_MEMORY2 * defaults.restUncertaintyV) / Math.max(1e-6, slopeAt(curve, r.chargeState.soc)) : null;
  return { supposed, byVolts: byVolts3 };
}
var socsOf = (r) => r.chargeState.socs;
function normalScores(cells) {
  return Array.from({ length: cells }, (_, i) => {
    const p = (i + 1 - 0.375) / (cells + 0.25);
    return (p ** 0.135 - (1 - p) ** 0.135) / 0.1975;
  });
}
var crossed = (ordered) => [
  ...ordered.filter((_, i) => i % 2 === 0),
  ...ordered.filter((_, i) => i % 2 === 1)
];
function spreadSigma(r) {
  const { cells } = r.pack;
  if (cells < 2) return 0;
  const unseen = unseenSigma(r);
  if (unseen !== null) return MORE_OR_LESS * unseen;
  const { cellsRead, sumRead } = r.chemistry.traits.cellSpread;
  const read2 = r.reading?.cellVoltagesV != null;
  if (!read2) return sumRead;
  if (!r.chemistry.traits.cellsDiffer) return cellsRead;
  const byRead = METER_EACH_V2 / Math.max(LEAST_SLOPE_V2, slopeAt(r.chemistry.curve, r.chargeState.soc));
  return Math.hypot(cellsRead, byRead);
}
function othersOf({ others }, cells) {
  if (others === 0) return Array.from({ length: cells }, () => 0);
  const next = normal(uniform(Math.round(Math.abs(others) * 1e9) % 2 ** 31));
  return Array.from({ length: cells }, () => Math.max(-FURTHEST_CELL, Math.min(FURTHEST_CELL, next())));
}
var seesEach = (r) => r.pack.cells > 1 && unseenSigma(r) === null && r.reading?.cellVoltagesV != null && r.chemistry.traits.cellsDiffer != null;
function cellsOf(r, departure) {
  const { cells } = r.pack;
  const unseen = unseenSigma(r);
  const scores = unseen === null ? null : normalScores(cells);
  const others = othersOf(departure, 3 * cells);
  const usual = spreadSigma(r);
  const onAverage = scores && r.taskData.moves === "in" ? crossed(scores) : null;
  const ohmScores = departure.others !== 0 ? others.slice(cells, 2 * cells) : onAverage;
  return {
    readSoc: socsOf(r),
    resistance: (i) => ohmScores ? Math.exp(CELL_RESISTANCE * ohmScores[i]) : 1,
    // Even in the usual pack: were the emptiest cell the larger one, it would hide how far a discharge takes it.
    capacity: (i) => 1 + CELL_CAPACITY * (others[2 * cells + i] ?? 0),
    chargeBeyond: (i) => {
      if (scores === null || unseen === null) return i === 0 ? departure.spread : usual * others[i];
      if (departure.others === 0) return Math.max(0, unseen + departure.spread) * scores[i];
      return unseen * Math.exp(MORE_OR_LESS_LOG * departure.spread / (MORE_OR_LESS * unseen)) * others[i];
    }
  };
}

// core/forecast/departure.ts
var NO_DEPARTURE = {
  capacity: 0,
  resistance: 0,
  soc: 0,
  temperatureK: 0,
  voltageV: 0,
  current: 0,
  spread: 0,
  others: 0,
  falsePeak: 0,
  curve: 0
};

// core/forecast/assume.ts
var BALANCE_BELOW_END_V = 0.3;
var BALANCED_V = 0.01;
function uncertaintyOf(r) {
  const measuredR = r.reading?.cellResistancesOhm != null;
  return {
    capacity: r.pack.measuredCapacityAh !== null ? 0.02 : 0.05,
    resistance: measuredR ? 0.1 : 0.25,
    soc: r.chargeState.sigma,
    temperatureK: 2,
    // The accuracy on a specification is taken as a bound: three standard deviations.
    voltageV: r.channel.voltageAccuracyV / 3,
    current: 0.02,
    spread: spreadSigma(r),
    others: r.pack.cells > 1 && r.chemistry.traits.cellsDiffer !== null ? 1 : 0,
    falsePeak: r.chemistry.endOfCharge.kind === "dip" ? 1 : 0,
    // What is read at rest carries it in its charge already; who follows a course tells the two apart.
    curve: 0
  };
}
function presentCapacityAh2(r) {
  return presentCapacityAh(r.pack, r.now);
}
function startSoc(estimate, by) {
  const moved2 = estimate + by;
  return by > 0 ? Math.min(moved2, Math.max(1, estimate)) : Math.max(moved2, Math.min(0, estimate));
}
var LONG_REST_MS = 30 * 864e5;
function falsePeakOf(r, departure) {
  const end = r.chemistry.endOfCharge;
  if (end.kind !== "dip") return { falsePeakV: 0, falsePeakS: 1 };
  const rested = r.reading !== null && Date.parse(r.now) - Date.parse(r.reading.takenAt) > LONG_REST_MS;
  return {
    falsePeakV: Math.abs(departure.falsePeak) * end.falsePeakV * (rested ? 2 : 1),
    falsePeakS: end.falsePeakS
  };
}
function packModel(r, departure = NO_DEPARTURE) {
  const { chemistry, pack, reading: reading2 } = r;
  const d = chemistry.defaults;
  const cells = pack.cells;
  const capacityAh = presentCapacityAh2(r) * (1 + departure.capacity);
  const rFactor = Math.exp(departure.resistance);
  const fill = (value2) => Float64Array.from({ length: cells }, (_, i) => value2(i));
  const measured = reading2?.cellResistancesOhm?.length === cells ? reading2.cellResistancesOhm : null;
  const differ = cellsOf(r, departure);
  return {
    curve: bent(chemistry.curve, departure.curve),
    capacityAh: fill((i) => capacityAh * differ.capacity(i)),
    startSoc: fill((i) => startSoc(differ.readSoc[i], departure.soc + differ.chargeBeyond(i))),
    seriesOhm: fill(
      (i) => (measured ? measured[i] : d.seriesOhmAh / pack.capacityAh * differ.resistance(i)) * rFactor
    ),
    relaxOhm: fill((i) => d.relaxOhmAh / pack.capacityAh * differ.resistance(i) * rFactor),
    relaxS: d.relaxS,
    resistanceDoublesPerK: d.resistanceDoublesPerK,
    heatCapacityJPerK: d.heatCapacityJPerKAh * pack.capacityAh * cells,
    coolingS: d.coolingS,
    startDegC: r.packDegC + departure.temperatureK,
    ambientDegC: r.ambientDegC + departure.temperatureK,
    coulombicEfficiency: d.coulombicEfficiency,
    acceptance: chemistry.acceptance,
    slowing: chemistry.slowing && {
      fullOhm: chemistry.slowing.fullOhmAh / pack.capacityAh * rFactor,
      widthSoc: chemistry.slowing.widthSoc
    },
    ...falsePeakOf(r, departure),
    peukert: chemistry.peukert && {
      exponent: chemistry.peukert.exponent,
      ratedA: pack.capacityAh / chemistry.peukert.ratedHours
    }
  };
}
function taperEndA(r, currentA) {
  const { taperC, fastTaperC } = r.chemistry.rates;
  const shareC = r.taskData.cutsTaper && fastTaperC !== null ? fastTaperC : taperC;
  return Math.min(shareC * r.pack.capacityAh, 0.5 * currentA);
}
function watchesCells(r) {
  const { cells, balanceLead } = r.pack;
  if (cells === 1) return true;
  return r.chemistry.balanceFromCells !== null && balanceLead && r.channel.balancePortCells >= cells;
}
function guardsOf(r, settings) {
  return {
    timerS: settings.safetyTimerMin === null ? Infinity : settings.safetyTimerMin * 60,
    capacityLimitAh: settings.capacityLimitAh ?? Infinity,
    temperatureLimitDegC: r.channel.hasProbe ? settings.temperatureLimitDegC ?? Infinity : Infinity
  };
}
function chargeControl(r, settings, departure = NO_DEPARTURE) {
  const end = r.chemistry.endOfCharge;
  const dip = end.kind === "dip";
  return {
    ...guardsOf(r, settings),
    currentA: settings.currentA,
    endVoltageV: dip ? Infinity : settings.endVoltageV,
    powerW: Math.min(...powerLimits(r.envelope).map((l) => l.powerW)),
    taperA: taperEndA(r, settings.currentA),
    seesCells: settings.balance || watchesCells(r),
    balanceCurrentA: settings.balance ? r.channel.balanceCurrentA : 0,
    balanceFromV: settings.endVoltageV - BALANCE_BELOW_END_V,
    balanceToleranceV: BALANCED_V,
    voltageErrorV: departure.voltageV,
    currentFactor: 1 + departure.current,
    dip: dip ? {
      onlyFromSoc: 0,
      deltaV: settings.deltaV ?? end.defaultDeltaV,
      holdOffS: end.holdOffS,
      riseKPerMin: r.channel.endsOnTemperatureRise && r.channel.hasProbe ? end.riseKPerMin : Infinity
    } : null,
    reached: r.taskData.fills ? "full" : "end voltage"
  };
}
function dischargeControl(r, settings, endVoltageV, departure = NO_DEPARTURE) {
  return {
    ...guardsOf(r, settings),
    currentA: settings.dischargeA ?? 0,
    powerW: r.channel.dischargePowerW,
    endVoltageV,
    seesCells: watchesCells(r),
    voltageErrorV: departure.voltageV,
    currentFactor: 1 + departure.current
  };
}

// core/forecast/program-legs.ts
var RECOVERY_REST_S = 3600;
function storageSoc(r, storageV) {
  const { storage, curve } = r.chemistry;
  if (storage.kind !== "charge") return socAt(curve, storageV);
  return askedShare(r) ?? storage.soc;
}
function storageDirection(r, storageV) {
  return r.chargeState.soc <= storageSoc(r, storageV) ? "up" : "down";
}
function storageNeedAh(r) {
  if (!r.taskData.stores || r.chemistry.storage.kind !== "charge") return null;
  return Math.abs(r.chargeState.soc - storageSoc(r, 0)) * presentCapacityAh2(r);
}
function timedAh(r, currentA) {
  const end = r.chemistry.endOfCharge;
  if (end.kind !== "dip" || currentA >= end.unreliableBelowC * ratedAh(r.pack) - 1e-9) return null;
  const missing = r.taskData.moves === "both" ? 1 : Math.min(1, Math.max(0.1, 1 - r.chargeState.soc));
  const slow = currentA <= end.slowC * ratedAh(r.pack) + 1e-9;
  return (slow ? end.timedFactor : end.fastFactor) * missing * ratedAh(r.pack);
}
function drainedAh(r) {
  const { lowRest } = r.chemistry.traits;
  const drained = lowRest && r.taskData.fills && lowRestOf(r.pack, r.reading) === "drained";
  return drained ? lowRest.drainedShare * ratedAh(r.pack) : null;
}
function chargeLeg(r, settings, departure) {
  const control = chargeControl(r, settings, departure);
  const programAh = timedAh(r, settings.currentA) ?? storageNeedAh(r) ?? drainedAh(r);
  if (programAh === null) return { kind: "charge", control };
  return {
    kind: "charge",
    control: { ...control, capacityLimitAh: Math.min(control.capacityLimitAh, programAh) },
    goesOnAnyway: true
  };
}
function dischargeLeg(r, settings, departure) {
  const storing = r.taskData.stores;
  const { dischargeEndV } = r.chemistry.voltages;
  const byCharge = storageNeedAh(r);
  const endV = storing && byCharge === null ? settings.endVoltageV : settings.dischargeEndV ?? dischargeEndV;
  const control = dischargeControl(r, settings, endV, departure);
  return {
    kind: "discharge",
    control: { ...control, capacityLimitAh: Math.min(control.capacityLimitAh, byCharge ?? Infinity) }
  };
}
function cycleLegs(r, settings, departure) {
  const rest2 = restLeg((settings.restMin ?? 0) * 60);
  const down2 = dischargeLeg(r, settings, departure);
  const up2 = chargeLeg(r, settings, departure);
  const pair = settings.order === "up first" ? [up2, rest2, down2, rest2] : [down2, rest2, up2, rest2];
  const legs = Array.from({ length: settings.cycles ?? 1 }, () => pair).flat();
  return legs.slice(0, -1);
}
function discharges(r, settings) {
  if (r.taskData.moves === "out" || r.taskData.moves === "both") return true;
  return r.taskData.moves === "either" && storageDirection(r, settings.endVoltageV) === "down";
}
function legsOf(r, settings, departure = NO_DEPARTURE) {
  switch (r.taskData.moves) {
    case "out":
      return [dischargeLeg(r, settings, departure)];
    case "both":
      return cycleLegs(r, settings, departure);
    case "either":
      return discharges(r, settings) ? [dischargeLeg(r, settings, departure)] : [chargeLeg(r, settings, departure)];
    case "in": {
      const leg = chargeLeg(r, settings, departure);
      return r.taskData.limitsAreProgram ? [{ ...leg, goesOnAnyway: true }, restLeg(RECOVERY_REST_S)] : [leg];
    }
  }
}
var NOT_FULL_BELOW = 0.9;
var endedByFull = (legs) => legs.map(
  (leg) => leg.kind === "charge" && leg.control.dip ? {
    ...leg,
    control: { ...leg.control, dip: { ...leg.control.dip, onlyFromSoc: NOT_FULL_BELOW } }
  } : leg
);
function unguarded(r, settings) {
  const free = { ...settings, safetyTimerMin: null, capacityLimitAh: null, temperatureLimitDegC: null };
  if (!r.taskData.limitsAreProgram) return free;
  const { recovery } = r.chemistry;
  return {
    ...free,
    safetyTimerMin: settings.safetyTimerMin ?? recovery?.maxMin ?? null,
    capacityLimitAh: settings.capacityLimitAh ?? (recovery && recovery.maxShare * ratedAh(r.pack))
  };
}

// core/program/rule.ts
var PRACTICE2 = "Common practice, no source.";

// core/program/rules/balance/balance-impossible.ts
var balanceImpossible = {
  id: "balance-impossible",
  title: "Balance cannot work here",
  severity: "stop",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!settings.balance) return null;
    const fix = { label: "Turn balance off", kind: "set", set: { balance: false } };
    const { channel, pack } = r;
    if (pack.cells === 1) return { sentence: "One cell has nothing to balance.", fix };
    if (!pack.balanceLead) return { sentence: `${pack.name} has no balance lead.`, fix };
    if (channel.balanceCurrentA === 0) return { sentence: `Channel ${channel.label} does not balance.`, fix };
    if (channel.balancePortCells < pack.cells)
      return {
        sentence: `The balance port of channel ${channel.label} takes ${channel.balancePortCells} cells, the pack has ${pack.cells}.`,
        fix
      };
    return null;
  }
};

// core/program/rules/balance/balance-missing.ts
var balanceMissing = {
  id: "balance-missing",
  title: "Charge without balance",
  severity: "check",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const from = r.chemistry.balanceFromCells;
    if (settings.balance || from === null || r.pack.cells < from || r.taskData.limitsAreProgram) return null;
    if (r.channel.balanceCurrentA === 0) return null;
    const why = !r.pack.balanceLead ? "the pack has no balance lead" : r.channel.balancePortCells < r.pack.cells ? `channel ${r.channel.label} has no balance port for ${r.pack.cells}S` : "balance is off";
    const possible = r.pack.balanceLead && r.channel.balanceCurrentA > 0 && r.channel.balancePortCells >= r.pack.cells;
    return {
      sentence: `${r.pack.cells}S of ${r.chemistry.name} without balancing (${why}): the cells drift apart and one may be overcharged unseen.`,
      fix: possible ? { label: "Turn balance on", kind: "set", set: { balance: true } } : void 0
    };
  }
};

// core/charger/inventory.ts
var id = text2({ label: "Id", least: 1, most: 40 });
var carries = figure({ label: "Carries", unit: "A", min: 0.1, max: 300 });
var CHARGE_LEAD = {
  id,
  name: text2({ label: "Name", least: 1, most: 60, missing: "A lead needs a name." }),
  /** Connector at the pack's end. */
  connectorId: reference({ label: "To the pack", most: 40 }),
  /** Wire gauge, and length one way. */
  awg: figure({ label: "Gauge", unit: "AWG", min: 6, max: 30, whole: true, offer: 14 }),
  lengthM: figure({ label: "Length", unit: "m", min: 0.02, max: 10, offer: 0.4 }),
  /** Continuous current. */
  currentA: carries
};
var ADAPTER = {
  id,
  /** Connector that the pack has, and the one the lead has. */
  fromId: reference({ label: "From the pack\u2019s", most: 40 }),
  toId: reference({ label: "to the lead\u2019s", most: 40 }),
  currentA: carries
};
var BALANCE_BOARD = {
  id,
  name: text2({ label: "Name", least: 1, most: 60, missing: "A board needs a name." }),
  /** Cells of the largest pack it takes. */
  cells: figure({ label: "Up to", unit: "S", min: 2, max: 14, whole: true, offer: 6 }),
  count: figure({ label: "How many", unit: "", min: 1, max: 50, whole: true, offer: 1 })
};
var PARALLEL_BOARD = {
  id,
  name: text2({ label: "Name", least: 1, most: 60, missing: "A board needs a name." }),
  places: figure({ label: "Packs it takes", unit: "", min: 2, max: 8, whole: true, offer: 6 }),
  /** Cells of the largest pack that its balance side takes. */
  cells: figure({ label: "Up to", unit: "S", min: 1, max: 14, whole: true, offer: 6 }),
  /** What its lead to the charger carries, for all packs together. */
  currentA: figure({ label: "Carries in all", unit: "A", min: 0.1, max: 300, offer: 30 }),
  fused: choice({ label: "Fused", options: ["no", "yes"], offer: "no" })
};
var INVENTORY = {
  connectors: parts(CONNECTOR, { label: "Connectors", least: 0, most: 60, start: CONNECTORS }),
  /** Empty: the person keeps no list, and no program is held up by it. */
  leads: parts(CHARGE_LEAD, { label: "Charge leads", least: 0, most: 60, start: [] }),
  adapters: parts(ADAPTER, { label: "Adapters", least: 0, most: 60, start: [] }),
  boards: parts(BALANCE_BOARD, { label: "Balance boards", least: 0, most: 20, start: [] }),
  parallelBoards: parts(PARALLEL_BOARD, {
    label: "Boards for parallel charging",
    least: 0,
    most: 20,
    start: []
  })
};
var COPPER = 1724e-11;
function wireOhmPerM(awg) {
  const diameterM = 127e-6 * Math.pow(92, (36 - awg) / 39);
  return COPPER / (Math.PI / 4 * diameterM * diameterM);
}
var leadOhm = (lead3) => 2 * lead3.lengthM * wireOhmPerM(lead3.awg);
function leadFor(inventory, pack) {
  const { connectorId } = pack;
  if (connectorId === null) return null;
  const direct = inventory.leads.filter((lead3) => lead3.connectorId === connectorId).map((lead3) => ({ lead: lead3, adapter: null, currentA: lead3.currentA, name: lead3.name }));
  const adapted = inventory.adapters.filter((a) => a.fromId === connectorId).flatMap(
    (adapter) => inventory.leads.filter((lead3) => lead3.connectorId === adapter.toId).map((lead3) => ({
      lead: lead3,
      adapter,
      currentA: Math.min(lead3.currentA, adapter.currentA),
      name: `${lead3.name} with an adapter`
    }))
  );
  const most = (list) => list.sort((a, b) => b.currentA - a.currentA)[0] ?? null;
  return most(direct) ?? most(adapted);
}
var boardsFor = (inventory, cells) => inventory.boards.filter((b) => b.cells >= cells).reduce((sum2, b) => sum2 + b.count, 0);
function boardFor(inventory, packs, cells) {
  const fit = inventory.parallelBoards.filter((b) => b.places >= packs && b.cells >= cells);
  return fit.sort((a, b) => b.currentA - a.currentA)[0] ?? null;
}

// core/program/rules/balance/boards-all-used.ts
var boardsAllUsed = {
  id: "boards-all-used",
  title: "No balance board is free",
  severity: "check",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings }) {
    const { inventory, boardsInUse } = r.around;
    if (!inventory || inventory.boards.length === 0 || !settings.balance || r.channel.portBuiltIn)
      return null;
    const fit = boardsFor(inventory, r.pack.cells);
    if (boardsInUse < fit) return null;
    return {
      sentence: fit === 0 ? `None of your balance boards takes ${r.pack.cells}S.` : `All ${fit} balance boards that take ${r.pack.cells}S are in use: wait for one.`,
      fix: { label: "Look at the bench", kind: "go", to: "bench" }
    };
  }
};

// core/program/rules/balance/cells-not-shown.ts
var cellsNotShown = {
  id: "cells-not-shown",
  title: "Charger does not show the cells",
  severity: "note",
  protects: "person",
  source: PRACTICE2,
  check({ r }) {
    if (r.channel.showsCells || r.chemistry.balanceFromCells === null || r.pack.cells < 2) return null;
    return {
      sentence: `Channel ${r.channel.label} does not show each cell: measure them at the balance lead before and after.`
    };
  }
};

// core/program/rules/balance/charger-cannot-balance.ts
var chargerCannotBalance = {
  id: "charger-cannot-balance",
  title: "Charger without balancing",
  severity: "check",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const from = r.chemistry.balanceFromCells;
    if (from === null || r.pack.cells < from || r.channel.balanceCurrentA > 0) return null;
    return {
      sentence: `Channel ${r.channel.label} of ${r.charger.name} does not balance: it is not made for ${r.chemistry.name} of ${from}S and more. A cell can be overcharged while the sum looks right.`
    };
  }
};

// core/program/rules/balance/charges-since-balance.ts
var MANY = 4;
var chargesSinceBalance = {
  id: "charges-since-balance",
  title: "Many charges since the last balance",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const since = r.around.chargesSinceBalance;
    const from = r.chemistry.balanceFromCells;
    if (since === null || since < MANY || from === null || r.pack.cells < from || settings.balance)
      return null;
    return {
      sentence: `${since} charges since the cells were last levelled: balance this time.`,
      fix: r.channel.balanceCurrentA > 0 && r.pack.balanceLead ? { label: "Balance charge", kind: "task", task: "balance" } : void 0
    };
  }
};

// core/program/rules/balance/one-cell-balances-nothing.ts
var oneCellBalancesNothing = {
  id: "one-cell-balances-nothing",
  title: "One cell has nothing to level",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    const { balances, fills } = r.taskData;
    if (r.pack.cells > 1 || !balances || !fills || r.taskData.repeats) return null;
    return {
      sentence: "One cell has nothing to level: balance stays off, and this is a plain charge.",
      fix: { label: "Charge", kind: "task", task: "charge" }
    };
  }
};

// core/program/rules/balance/index.ts
var balanceRules = [
  balanceImpossible,
  balanceMissing,
  boardsAllUsed,
  cellsNotShown,
  chargerCannotBalance,
  chargesSinceBalance,
  oneCellBalancesNothing
];

// core/program/rules/charger/cells-set-differ.ts
var cellsSetDiffer = {
  id: "cells-set-differ",
  title: "Cells set are not the cells of the pack",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r, settings }) {
    if (settings.cells === r.pack.cells) return null;
    return {
      sentence: `${settings.cells}S is set and the pack is ${r.pack.cells}S: the charger would aim for ${(settings.cells * settings.endVoltageV).toFixed(1)} V instead of ${(r.pack.cells * settings.endVoltageV).toFixed(1)} V.`,
      fix: { label: `Set ${r.pack.cells}S`, kind: "set", set: { cells: r.pack.cells } }
    };
  }
};

// core/program/rules/charger/chemistry-not-on-channel.ts
var chemistryNotOnChannel = {
  id: "chemistry-not-on-channel",
  title: "Channel does not take this pack",
  severity: "stop",
  protects: "charger",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const entry = entryFor(r.channel, r.chemistry.id);
    const where = `Channel ${r.channel.label} of ${r.charger.name}`;
    if (!entry) {
      const { gentlerTwin } = r.chemistry;
      const twin = gentlerTwin === null ? null : chemistryOf(gentlerTwin);
      const instead = twin && entryFor(r.channel, twin.id) ? ` It has one for ${twin.name}: keyed as that it ends at ${text(volts(twin.voltages.chargeEndV))}, safe and not quite full. Enter the pack as ${twin.name} to plan that.` : "";
      return {
        sentence: `${where} has no program for ${r.chemistry.name}.${instead}`,
        fix: instead ? { label: "Edit the pack", kind: "go", to: "edit pack" } : void 0
      };
    }
    if (r.pack.cells >= entry.minCells && r.pack.cells <= entry.maxCells) return null;
    return {
      sentence: `${where} takes ${r.chemistry.name} of ${entry.minCells}S to ${entry.maxCells}S; this pack is ${r.pack.cells}S.`
    };
  }
};

// core/program/rules/charger/forgets-at-restart.ts
var forgetsAtRestart = {
  id: "forgets-at-restart",
  title: "Charger forgets what was keyed",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    if (!r.charger.forgetsAtRestart) return null;
    return {
      sentence: `${r.charger.name} forgets what was keyed when it loses power: look at timer and limits again after a restart.`
    };
  }
};

// core/pack/load.ts
var MOST_JOINED = 7;
var least = (values) => {
  const known = values.filter((v) => v !== null);
  return known.length ? Math.min(...known) : null;
};
var sum = (values) => values.reduce((a, b) => a + b, 0);
function sharesOf(load) {
  const whole2 = sum(load.map((m) => m.pack.capacityAh));
  return load.map((m) => m.pack.capacityAh / whole2);
}
function labelRateC(packs) {
  return packs.some((p) => p.labelChargeRateC === null) ? null : least(packs.map((p) => p.labelChargeRateC));
}
function joinedPack(packs) {
  const [first] = packs;
  const measured = packs.map((p) => p.measuredCapacityAh);
  return {
    ...first,
    name: packs.map((p) => p.name).join(" + "),
    parallel: sum(packs.map((p) => p.parallel)),
    capacityAh: sum(packs.map((p) => p.capacityAh)),
    // One member that was never measured may hold anything: then the sum is not known either.
    measuredCapacityAh: measured.includes(null) ? null : sum(measured.map((v) => v ?? 0)),
    labelChargeRateC: labelRateC(packs),
    labelVoltageV: first.labelVoltageV,
    // The board has its own lead; each pack's plug carries its share alone.
    connectorId: null,
    balanceLead: packs.every((p) => p.balanceLead),
    makerEndVoltageV: least(packs.map((p) => p.makerEndVoltageV)),
    condition: packs.find((p) => p.condition !== "in service")?.condition ?? "in service",
    electronics: packs.find((p) => p.electronics !== "none")?.electronics ?? "none",
    firstUsedOn: packs.map((p) => p.firstUsedOn).sort()[0] ?? null
  };
}
var fromRoom = (degC) => Math.abs(degC - 20);
function joinedReading(load) {
  const readings = load.map((m) => m.reading).filter((r) => r !== null);
  if (readings.length < load.length) return null;
  const shares = sharesOf(load);
  const { cells } = load[0].pack;
  const byCell = readings.every((r) => r.cellVoltagesV?.length === cells);
  const resistances = readings.map((r) => r.cellResistancesOhm);
  const positions = Array.from({ length: cells }, (_, i) => i);
  const warmth = readings.map((r) => r.temperatureDegC).filter((t) => t !== null);
  const [first] = readings;
  return {
    takenAt: readings.map((r) => r.takenAt).sort((a, b) => Date.parse(a) - Date.parse(b))[0],
    cellVoltagesV: byCell ? positions.map((i) => sum(readings.map((r, k) => shares[k] * cellVoltages(r, cells)[i]))) : null,
    packVoltageV: byCell ? null : sum(readings.map((r, k) => shares[k] * packVoltage(r))),
    state: ["loaded", "just used"].find((s) => readings.some((r) => r.state === s)) ?? "rest",
    usedSince: readings.every((r) => r.usedSince === first.usedSince) ? first.usedSince : "not said",
    temperatureDegC: warmth.sort((a, b) => fromRoom(b) - fromRoom(a))[0] ?? null,
    cellResistancesOhm: resistances.every((r) => r?.length === cells) ? positions.map((i) => 1 / sum(resistances.map((r) => 1 / r[i]))) : null,
    // A charger's page shows one pack, never several joined.
    chargerCellsV: null,
    chargerChannelId: null
  };
}
function asOnePack(load) {
  if (load.length === 1) return load[0];
  const packs = load.map((m) => m.pack);
  return { pack: joinedPack(packs), reading: joinedReading(load) };
}

// core/pack-state/charge-state.ts
var KNOWN_SIGMA = 0.2;
var DISAGREES = 3;
var clip = (share2) => Math.min(1, Math.max(0, share2));
function knownOf({ charge: charge2, beforeReading, how }) {
  if (charge2 === null || beforeReading === null || how === null) return null;
  const { mean: mean2, sigma } = beforeReading;
  const apart = Math.abs(charge2.mean - mean2) > DISAGREES * Math.hypot(charge2.sigma, sigma);
  return apart || sigma > KNOWN_SIGMA ? null : { soc: mean2, sigma, how };
}
function chargeStateOf(state) {
  const { charge: charge2, cells, lastReading, readBefore } = state;
  const { soc, sigma } = charge2 ? { soc: charge2.mean, sigma: charge2.sigma } : UNREAD;
  return {
    socs: cells.offset.map((d) => soc + d),
    soc,
    sigma,
    band: charge2 ? { low: clip(charge2.low), high: clip(charge2.high) } : { low: clip(soc - 1.645 * sigma), high: clip(soc + 1.645 * sigma) },
    least: charge2?.least ?? 0,
    most: charge2?.most ?? 1,
    fromReading: lastReading !== null && !readBefore,
    known: knownOf(state),
    contradicted: state.contradictions[0] ?? null
  };
}

// core/request/surroundings.ts
var ALONE = {
  practice: { person: {}, program: {} },
  inventory: null,
  othersOnSupplyW: 0,
  sameSupply: [],
  sameSupplyMostW: 0,
  chargesSinceBalance: null,
  events: [],
  earlierResistances: [],
  boardsInUse: 0,
  largest: null,
  keptHere: [],
  slots: []
};

// core/request/context.ts
function unlabelledRate(chemistry, practice) {
  const own = practice.values.noLabelC;
  if (own === null || !chemistry.traits.followsOwnFigures)
    return { rateC: chemistry.rates.noLabelC, guessed: false };
  return { rateC: own, guessed: true };
}
function packRates(chemistry, pack, purpose, packDegC, practice = resolvePractice()) {
  const { rates: r, temperatures: t } = chemistry;
  const label = pack.labelChargeRateC;
  const rates = [];
  if (label === null) {
    const { rateC, guessed } = unlabelledRate(chemistry, practice);
    const by = guessed ? ` by ${whose(practice, "noLabelC")}` : "";
    rates.push({ id: "label rate", label: `no rate on the label, so ${cRate(rateC)}${by}`, rateC });
  } else rates.push({ id: "label rate", label: `pack label, ${cRate(label)}`, rateC: label });
  const raised2 = chemistry.traits.followsOwnFigures && practice.from.hurryMaxC !== "default";
  const hurryC = raised2 ? practice.values.hurryMaxC : r.hurryMaxC;
  const wanted = { gentle: r.gentleC, standard: r.standardC, hurry: hurryC }[purpose];
  rates.push({
    id: "purpose rate",
    label: purpose === "hurry" ? `hurry, at most ${cRate(wanted)}${raised2 ? ` by ${whose(practice, "hurryMaxC")}` : ""}` : `${purpose}, ${cRate(wanted)}`,
    rateC: wanted
  });
  if (packDegC < t.coldDegC)
    rates.push({ id: "cold rate", label: `cold pack, ${cRate(t.coldRateC)}`, rateC: t.coldRateC });
  return rates;
}
var JOINED_C = 1;
function joinedRates(load, connectors) {
  if (load.length === 1) return [];
  const plugs = load.flatMap(({ pack }) => {
    const plug = connectorOf(pack.connectorId, connectors);
    if (!plug) return [];
    const label = `the plug of ${pack.name}, ${text(amps(plug.currentA))} for its share`;
    return [{ id: "connector", label, rateC: plug.currentA / ratedAh(pack) }];
  });
  return [
    { id: "purpose rate", label: `joined, ${cRate(JOINED_C)} of each pack`, rateC: JOINED_C },
    ...plugs.sort((a, b) => a.rateC - b.rateC).slice(0, 1)
  ];
}
function stateOf(pack, reading2, events, now, airDegC) {
  const known = reading2 && events.some((e) => e.kind === "reading" && isSame(e.reading, reading2));
  const own = reading2 && !known ? [{ kind: "reading", id: "begins with", at: reading2.takenAt, reading: reading2 }] : [];
  return packState(pack, [...events, ...own], now, airDegC);
}
var isSame = (a, b) => Date.parse(a.takenAt) === Date.parse(b.takenAt) && packVoltage(a) === packVoltage(b);
function resolve(context) {
  const { charger, purpose, ambientDegC } = context;
  const { joined = [], ...given2 } = context;
  const around = { ...ALONE, ...context.around };
  const alone = joined.length === 0;
  const own = stateOf(context.pack, context.reading, around.events, context.now, ambientDegC);
  const stale = !alone && own.readBefore;
  const load = [{ pack: context.pack, reading: stale ? null : context.reading }, ...joined];
  const { pack, reading: reading2 } = asOnePack(load);
  const state = alone ? own : stateOf(pack, reading2, [], context.now, ambientDegC);
  const chemistry = chemistryOf(pack.chemistry);
  const channel = charger.channels.find((c) => c.id === context.channelId);
  if (!channel) throw new Error(`charger ${charger.id} has no channel ${context.channelId}`);
  const { packDegC, coldestDegC } = state.warmth;
  const warmestDegC = Math.max(state.warmth.warmestDegC, own.warmth.warmestDegC);
  const practice = resolvePractice(around.practice.person, pack.practice, around.practice.program);
  const taskData = taskOf(context.task);
  const { inventory } = around;
  const lead3 = !inventory ? null : alone ? leadFor(inventory, pack) : boardFor(inventory, load.length, pack.cells);
  return {
    ...given2,
    load,
    pack,
    reading: reading2,
    around,
    practice,
    chemistry,
    channel,
    taskData,
    state,
    chargeState: chargeStateOf(state),
    packDegC,
    coldestDegC,
    warmestDegC,
    settingIds: settingsFor(taskData, chemistry, pack, channel),
    envelope: {
      pack,
      charger,
      channel,
      supply: context.supply,
      othersOutputW: context.othersOutputW,
      othersOnSupplyW: around.othersOnSupplyW,
      connectors: around.inventory?.connectors,
      lead: lead3 && { name: lead3.name, currentA: lead3.currentA },
      packRates: [
        ...packRates(chemistry, pack, purpose, coldestDegC, practice),
        ...joinedRates(load, inventory?.connectors)
      ]
    }
  };
}
function settingsFor(task, chemistry, pack, channel) {
  const dip = chemistry.endOfCharge.kind === "dip";
  const byCharge = task.stores && chemistry.storage.kind === "charge";
  const useless = {
    deltaV: !dip,
    trickleA: !dip && !channel.asksTrickle,
    endVoltageV: dip || byCharge,
    balance: chemistry.balanceFromCells === null,
    dischargeA: task.stores && channel.dischargeCurrentA === 0
  };
  return task.settings.filter((id2) => !useless[id2]);
}
var asks = (r, id2) => r.settingIds.includes(id2);
function heldSetting(r, kind) {
  return heldOf(r.charger, r.channelId, kind, r.task, r.chemistry.id);
}

// core/program/rules/charger/held-discharge-end.ts
var heldDischargeEnd = {
  id: "held-discharge-end",
  title: "Charger holds another end of discharge",
  severity: "check",
  protects: "result",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!asks(r, "dischargeEndV")) return null;
    const held2 = heldSetting(r, "dischargeEndV");
    const wanted = settings.dischargeEndV;
    if (!held2 || held2.heldValue === null || wanted === null || held2.heldValue === wanted) return null;
    if (r.charger.asks.includes("dischargeEndV")) return null;
    const early2 = held2.heldValue > wanted;
    return {
      sentence: `${r.charger.name} holds ${held2.heldValue.toFixed(2)} V per cell as its end of discharge, this program wants ${wanted.toFixed(2)} V: it would ${early2 ? "end early and show too little capacity" : "go deeper than it should"}.`,
      fix: {
        label: `${wanted.toFixed(2)} V is keyed in now`,
        kind: "hold",
        setting: "dischargeEndV",
        channelId: held2.channelId,
        task: held2.task,
        chemistry: held2.chemistry,
        value: wanted
      }
    };
  }
};

// core/program/rules/charger/held-trickle.ts
var heldTrickle = {
  id: "held-trickle",
  title: "Charger still holds a trickle current",
  severity: "check",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const held2 = heldSetting(r, "trickleA");
    if (!held2 || held2.heldValue === null || r.charger.asks.includes("trickleA")) return null;
    const most = r.chemistry.rates.trickleMaxC;
    if (most !== null && held2.heldValue <= most * r.pack.capacityAh + 1e-9) return null;
    return {
      sentence: `${r.charger.name} holds a trickle of ${Math.round(held2.heldValue * 1e3)} mA, which ${most === null ? `${r.chemistry.name} must never get` : `is too much for ${text(milliampHours(r.pack.capacityAh))}`}: key in off first.`,
      fix: {
        label: "Off is keyed in now",
        kind: "hold",
        setting: "trickleA",
        channelId: held2.channelId,
        task: held2.task,
        chemistry: held2.chemistry,
        value: null
      }
    };
  }
};

// core/program/rules/charger/held-value-differs.ts
var heldValueDiffers = {
  id: "held-value-differs",
  title: "Charger holds a looser value than the program wants",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings }) {
    const looser = ["safetyTimerMin", "capacityLimitAh", "temperatureLimitDegC"].map((kind) => ({ kind, held: heldSetting(r, kind), wanted: settings[kind] })).filter(
      ({ held: held2, wanted }) => held2 && wanted !== null && (held2.heldValue === null || held2.heldValue > wanted)
    );
    if (looser.length === 0) return null;
    const parts2 = looser.map(
      ({ kind, held: held2, wanted }) => `${HELD_SETTINGS[kind].label.toLowerCase()} ${showHeld(kind, held2.heldValue)} (wanted ${showHeld(kind, wanted)})`
    );
    return {
      sentence: `${r.charger.name} holds ${parts2.join(", ")}; key the program's values before the start.`
    };
  }
};

// core/simulate/telemetry.ts
var emptyTelemetry = (cells) => ({
  timeS: [],
  currentA: [],
  packV: [],
  chargeAh: [],
  temperatureDegC: [],
  cellV: Array.from({ length: cells }, () => [])
});
var NOT_A_NUMBER = -(2 ** 31);

// core/simulate/charge-control.ts
var PHASES = [
  "constant current",
  "constant power",
  "constant voltage",
  "balancing",
  "discharge",
  "discharge at full power",
  "rest"
];

// core/simulate/run-legs.ts
var LONGEST_S = 2 * 86400;
var LONGEST_STEP_S = 60;
function keep(trace, sim, offsetS) {
  trace.timeS.push(offsetS + sim.timeS);
  trace.currentA.push(sim.currentA);
  trace.packV.push(sim.packV);
  trace.chargeAh.push(sim.chargeAh);
  trace.temperatureDegC.push(sim.temperatureDegC);
  for (let i = 0; i < sim.cells; i++) trace.cellV[i].push(sim.cellV[i]);
}
function begin(model) {
  const cells = model.capacityAh.length;
  const { startDegC } = model;
  return {
    endReason: "stopped",
    timeS: 0,
    voltagePhaseFromS: null,
    chargeAh: 0,
    energyWh: 0,
    longestLegS: 0,
    peakTemperatureDegC: startDegC,
    peakPowerW: 0,
    highestCellV: 0,
    lowestCellV: null,
    endCellV: [],
    endSoc: [],
    endState: { soc: model.startSoc, relaxV: new Float64Array(cells), temperatureDegC: startDegC },
    phases: [],
    legs: [],
    trace: emptyTelemetry(cells)
  };
}
function followLeg(sim, out, options) {
  const offsetS = out.timeS;
  const stretchAfter = options.stretchAfterSteps ?? Infinity;
  let dtS = options.dtS;
  let steps = 0;
  const { trace, phases } = out;
  let traceAtS = 0;
  let lastPhase = -1;
  const longestS = options.longestS ?? LONGEST_S;
  while (sim.endReason === null && sim.timeS < longestS) {
    if (++steps > stretchAfter) {
      dtS = Math.max(dtS, Math.min(3 * dtS, options.longestStepS ?? LONGEST_STEP_S));
      steps = 0;
    }
    sim.step(dtS);
    if (sim.phase !== lastPhase) {
      lastPhase = sim.phase;
      phases.push({ phase: PHASES[sim.phase], fromS: offsetS + sim.timeS - dtS });
    }
    if (options.traceEveryS > 0 && sim.timeS >= traceAtS) {
      keep(trace, sim, offsetS);
      traceAtS = sim.timeS + options.traceEveryS - dtS / 2;
    }
  }
  if (options.traceEveryS > 0 && trace.timeS.at(-1) !== offsetS + sim.timeS) keep(trace, sim, offsetS);
}
function book(sim, leg, out) {
  const endReason = sim.endReason ?? "timer";
  out.legs.push({
    kind: leg.kind,
    fromS: out.timeS,
    timeS: sim.timeS,
    chargeAh: sim.chargeAh,
    energyWh: sim.energyWh,
    endReason
  });
  if (!Number.isNaN(sim.voltagePhaseFromS)) out.voltagePhaseFromS ??= out.timeS + sim.voltagePhaseFromS;
  out.timeS += sim.timeS;
  out.energyWh += sim.energyWh;
  if (leg.kind !== "rest") {
    out.endReason = endReason;
    out.chargeAh = Math.max(out.chargeAh, sim.chargeAh);
    out.longestLegS = Math.max(out.longestLegS, sim.timeS);
  }
  if (leg.kind === "charge") {
    out.peakPowerW = Math.max(out.peakPowerW, sim.peakPowerW);
    out.highestCellV = Math.max(out.highestCellV, sim.highestCellV);
  }
  if (leg.kind === "discharge") out.lowestCellV = Math.min(out.lowestCellV ?? Infinity, sim.lowestCellV);
  out.peakTemperatureDegC = Math.max(out.peakTemperatureDegC, sim.peakTemperatureDegC);
  out.endCellV = Array.from(sim.cellV);
  out.endSoc = Array.from(sim.soc);
  out.endState = sim.state;
}
function runLegs(model, legs, options) {
  const out = begin(model);
  let from;
  for (const leg of legs) {
    const sim = simulateLeg(model, leg, from);
    followLeg(sim, out, options);
    book(sim, leg, out);
    if (!goesOn(leg, sim)) break;
    from = sim.state;
  }
  return out;
}

// core/forecast/forecast.ts
var P99 = 2.326;
var P95 = 1.645;
var BENT = /* @__PURE__ */ new Set(["soc", "spread"]);
var REACH = 2;
var LEAST_REACH = 0.5;
function roughHours(r, settings) {
  const { soc } = r.chargeState;
  const { moves } = r.taskData;
  const capacityAh = r.pack.capacityAh;
  const downA = Math.min(
    settings.dischargeA ?? Infinity,
    r.channel.dischargePowerW / (r.pack.cells * r.chemistry.voltages.nominalV)
  );
  const reachedA = Math.min(...powerLimits(r.envelope).map((l) => l.powerW)) / (r.pack.cells * r.chemistry.voltages.nominalV);
  const upA = Math.max(1e-6, Math.min(settings.currentA, reachedA));
  const hours = (share2, amps2) => Math.max(0.05, share2) * capacityAh / amps2;
  if (moves === "in") {
    if (r.taskData.limitsAreProgram) return 1;
    const timed = timedAh(r, settings.currentA);
    return timed === null ? hours(1 - soc, upA) : timed / upA;
  }
  if (moves === "out") return hours(soc, downA);
  if (moves === "either") {
    const by = storageSoc(r, settings.endVoltageV) - soc;
    return by >= 0 ? hours(by, upA) : hours(-by, downA);
  }
  return Math.max(hours(1, upA), hours(1, downA));
}
function coarseStepS(r, settings) {
  const guessS = roughHours(r, settings) * 3600;
  const most = guessS > 8 * 3600 ? 120 : guessS > 4 * 3600 ? 45 : 20;
  return Math.min(most, Math.max(1, guessS / 240));
}
var RESULTS = {
  timeMin: (o) => o.timeS / 60,
  legMin: (o) => o.longestLegS / 60,
  chargeAh: (o) => o.chargeAh,
  peakTemperatureDegC: (o) => o.peakTemperatureDegC,
  highestCellV: (o) => o.highestCellV
};
var LEAST_FOLLOWED_H = { volts: 20, dip: 6 };
var LONGEST_TAIL_STEP_S = 180;
var RANGE_SIGMA = 0.85;
var rangeOf = (numbers, by) => 2 * normalScores(numbers)[numbers - 1] + by * RANGE_SIGMA;
function furtherApart(r, each) {
  const { startSoc: startSoc2 } = packModel(r);
  const read2 = Math.max(...startSoc2) - Math.min(...startSoc2);
  const ends = rangeOf(r.pack.cells, REACH) * Math.hypot(each, driftOf(r));
  return (Math.hypot(read2, ends) - read2) / REACH;
}
var FALSE_END_SHARE = 0.6;
function simulator(r, settings, free = unguarded(r, settings)) {
  const dtS = coarseStepS(r, settings);
  const dip = r.chemistry.endOfCharge.kind === "dip";
  const least2 = dip ? LEAST_FOLLOWED_H.dip : LEAST_FOLLOWED_H.volts;
  const longestS = 3600 * Math.min(48, Math.max(least2, (dip ? 2.5 : 4) * roughHours(r, settings)));
  const legs = (departure) => endedByFull(legsOf(r, free, departure));
  return (departure, every = 0, of = legs(departure)) => runLegs(packModel(r, departure), of, {
    dtS,
    traceEveryS: every,
    longestS,
    // A nickel charge of ordinary length keeps its step, for the dip's sake.
    stretchAfterSteps: dip ? 600 : 300,
    longestStepS: r.chemistry.slowing !== null && r.taskData.moves === "in" ? LONGEST_TAIL_STEP_S : void 0
  });
}
function forecast(r, settings, traceEveryS = 0) {
  const free = unguarded(r, settings);
  const run = simulator(r, settings, free);
  const best = run(NO_DEPARTURE, traceEveryS);
  const drawn2 = uncertaintyOf(r);
  const sigma = {
    ...drawn2,
    spread: seesEach(r) ? furtherApart(r, drawn2.spread) : drawn2.spread,
    others: 0
  };
  const nothing = {
    timeMin: 0,
    legMin: 0,
    chargeAh: 0,
    peakTemperatureDegC: 0,
    highestCellV: 0
  };
  const above = { ...nothing };
  const below = { ...nothing };
  const bends = (input) => BENT.has(input) || input === "resistance" && r.chemistry.slowing !== null;
  for (const input of Object.keys(sigma)) {
    if (sigma[input] === 0 || input === "falsePeak") continue;
    const bent2 = bends(input);
    const reach = bent2 ? REACH : 1;
    const room = input === "soc" ? Math.max(LEAST_REACH, (1 - r.chargeState.soc) / sigma.soc) : Infinity;
    const reachUp = Math.min(reach, room);
    const reachDown = input === "spread" && r.chemistry.storage.kind === "charge" ? 1 : reach;
    const up2 = run({ ...NO_DEPARTURE, [input]: reachUp * sigma[input] });
    const down2 = bent2 ? run({ ...NO_DEPARTURE, [input]: -reachDown * sigma[input] }) : null;
    for (const id2 of Object.keys(RESULTS)) {
      const of = RESULTS[id2];
      const one = (of(up2) - of(best)) / reachUp;
      const other = down2 ? (of(down2) - of(best)) / reachDown : -one;
      above[id2] += Math.max(0, one, other) ** 2;
      below[id2] += Math.max(0, -one, -other) ** 2;
    }
  }
  const falseEnd = (honest) => {
    const fooledAt = (deltaV) => {
      const departure = { ...NO_DEPARTURE, falsePeak: 2 };
      const fooled2 = run(departure, 0, legsOf(r, { ...free, deltaV }, departure));
      return fooled2.chargeAh < FALSE_END_SHARE * honest.chargeAh ? fooled2 : null;
    };
    const fooled = fooledAt(settings.deltaV);
    if (!fooled) return null;
    const end = r.chemistry.endOfCharge;
    const looserHelps = end.kind === "dip" && fooledAt(end.looseDeltaV) === null;
    return { chargeAh: fooled.chargeAh, looserHelps };
  };
  const spread = (id2) => {
    const median3 = RESULTS[id2](best);
    const [up2, down2] = [Math.sqrt(above[id2]), Math.sqrt(below[id2])];
    return { median: median3, p5: Math.max(0, median3 - P95 * down2), p95: median3 + P95 * up2, p99: median3 + P99 * up2 };
  };
  return {
    best,
    timeMin: spread("timeMin"),
    legMin: spread("legMin"),
    chargeAh: spread("chargeAh"),
    peakTemperatureDegC: spread("peakTemperatureDegC"),
    highestCellV: spread("highestCellV"),
    falseEnd: sigma.falsePeak === 0 ? null : falseEnd(best)
  };
}

// core/program/safety-bounds.ts
var LEAST_SHARE = 0.03;
var COUNTERS_DIFFER = 1.06;
var LONGEST_ABSORPTION_MIN = 12 * 60;
var TAPER_STEPS = 40;
function cellsApart({ state: { cells } }) {
  const { offset, sigma } = cells;
  const count = offset.length;
  if (count < 2) return { spread: 0, below: 0, above: 0 };
  const [low, high] = [Math.min(...offset), Math.max(...offset)];
  const each = Math.max(...sigma);
  const spread = Math.hypot(high - low, rangeOf(count, P99) * each);
  const more = (spread - (high - low)) / 2;
  return { spread, below: more - low, above: more + high };
}
function missingShare(r, settings) {
  const { chargeState, chemistry, taskData } = r;
  const { below, above } = cellsApart(r);
  const { moves } = taskData;
  if (moves === "both") return 1;
  const out = discharges(r, settings);
  const to = taskData.stores ? storageSoc(r, settings.endVoltageV) : out ? 0 : chemistry.traits.restsAtEnd ? Math.min(1, socAt(chemistry.curve, settings.endVoltageV)) : 1;
  const missing = out ? chargeState.most + above - to : to - (chargeState.least - below);
  return Math.min(1, Math.max(0, missing));
}
var isTimed = (r, { currentA }) => r.taskData.moves !== "out" && timedAh(r, currentA) !== null;
var mostOfCapacityAh = (r) => r.chemistry.traits.limitFactors.capacity * ratedAh(r.pack);
function capacityBoundAh(r, settings, stepAh, missing = missingShare(r, settings)) {
  const { limitFactors } = r.chemistry.traits;
  if (isTimed(r, settings)) return Math.max(timedAh(r, settings.currentA), stepAh);
  const wanted = limitFactors.missing * missing * presentCapacityAh2(r);
  return Math.min(mostOfCapacityAh(r), Math.max(wanted, stepAh, LEAST_SHARE * ratedAh(r.pack)));
}
function busyPowerW(r) {
  const { charger, channel, envelope } = r;
  const now = Math.min(...powerLimits(envelope).map((l) => l.powerW));
  if (charger.sharedPowerW === null) return now;
  const all = charger.channels.reduce((sum2, c) => sum2 + c.powerW, 0);
  return Math.min(now, charger.sharedPowerW * channel.powerW / all);
}
function heldA(r, settings) {
  const packV = r.pack.cells * Math.max(settings.endVoltageV, r.chemistry.voltages.nominalV);
  return Math.min(settings.currentA, busyPowerW(r) / packV);
}
function drawnA(r, settings) {
  const packV = r.pack.cells * r.chemistry.voltages.chargeEndV;
  return Math.min(settings.dischargeA ?? Infinity, r.channel.dischargePowerW / packV);
}
function taperMin(r, settings, missing) {
  const { chemistry } = r;
  if (chemistry.endOfCharge.kind === "dip") return 0;
  if (chemistry.slowing !== null) return LONGEST_ABSORPTION_MIN;
  const model = packModel(r);
  const ohm = (Math.max(...model.seriesOhm) + Math.max(...model.relaxOhm)) * resistanceFactor(r.coldestDegC, model.resistanceDoublesPerK) * Math.exp(P99 * uncertaintyOf(r).resistance);
  const end = Math.min(1, socAt(chemistry.curve, settings.endVoltageV));
  const [most, least2] = [heldA(r, settings), taperEndA(r, settings.currentA)];
  const stepAh = missing * presentCapacityAh2(r) / TAPER_STEPS;
  let hours = 0;
  for (let k = 0; k < TAPER_STEPS; k++) {
    const soc = end - missing * (k + 0.5) / TAPER_STEPS;
    const amps2 = (settings.endVoltageV - ocvAt(chemistry.curve, soc)) / ohm;
    const flows = Math.min(most, Math.max(least2, amps2));
    hours += stepAh / flows - stepAh / most;
  }
  return 60 * hours;
}
function balancingMin(r, settings) {
  const bleedA = settings.balance ? r.channel.balanceCurrentA : 0;
  return bleedA > 0 ? 60 * cellsApart(r).spread * presentCapacityAh2(r) / bleedA : 0;
}
function timerBoundMin(r, settings, missing = missingShare(r, settings)) {
  const ah = capacityBoundAh(r, settings, 0, missing) * (isTimed(r, settings) ? COUNTERS_DIFFER : 1);
  const out = 60 * ah / Math.max(1e-6, drawnA(r, settings));
  const up2 = () => 60 * ah / Math.max(1e-6, heldA(r, settings)) + taperMin(r, settings, missing) + balancingMin(r, settings);
  if (r.taskData.moves === "both") return Math.max(out, up2());
  return discharges(r, settings) ? out : up2();
}

// core/program/needs.ts
var limitIsProgram = (r, settings) => r.taskData.limitsAreProgram || storageNeedAh(r) !== null || drainedAh(r) !== null || r.taskData.moves !== "out" && timedAh(r, settings.currentA) !== null;
var neededAh = (r, settings, forecast2) => Math.min(forecast2.chargeAh.p99, capacityBoundAh(r, settings, 0));
var neededMin = (r, settings, forecast2) => Math.min(forecast2.legMin.p99, timerBoundMin(r, settings));
var mostProtectingAh = (r, settings, stepAh) => r.chemistry.endOfCharge.kind === "dip" ? capacityBoundAh(r, settings, stepAh) : mostOfCapacityAh(r);
var ORDINARY = { times: 2, minutes: 45 };
function mostProtectingMin(r, settings, forecast2) {
  const needMin = neededMin(r, settings, forecast2);
  const bound = r.chemistry.endOfCharge.kind === "dip" ? timerBoundMin(r, settings) : timerBoundMin(r, settings, 1);
  return Math.max(bound, ORDINARY.times * needMin, needMin + ORDINARY.minutes);
}

// core/program/rules/charger/held-value-would-cut.ts
var heldValueWouldCut = {
  id: "held-value-would-cut",
  title: "Charger still holds a value that would cut this charge short",
  severity: "check",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    if (!forecast2) return null;
    const need = {
      safetyTimerMin: r.taskData.limitsAreProgram ? 0 : neededMin(r, settings, forecast2),
      capacityLimitAh: limitIsProgram(r, settings) ? 0 : neededAh(r, settings, forecast2)
    };
    const wrong = ["capacityLimitAh", "safetyTimerMin"].map((kind) => ({ kind, held: heldSetting(r, kind), wanted: settings[kind] })).filter(
      ({ kind, held: held2, wanted }) => held2?.heldValue != null && held2.heldValue < need[kind] && held2.heldValue !== wanted
    );
    if (wrong.length === 0) return null;
    const parts2 = wrong.map(
      ({ kind, held: held2, wanted }) => `${kind === "safetyTimerMin" ? "timer" : "capacity limit"} at ${showHeld(kind, held2.heldValue)} (this program ${wanted === null ? "wants it off" : `needs ${showHeld(kind, wanted)}`})`
    );
    const first = wrong[0];
    return {
      sentence: `${r.charger.name} holds its ${parts2.join(" and its ")}: change it before the start or the run ends early.`,
      fix: {
        label: `${showHeld(first.kind, first.wanted)} is keyed in now`,
        kind: "hold",
        setting: first.kind,
        channelId: first.held.channelId,
        task: first.held.task,
        chemistry: first.held.chemistry,
        value: first.wanted
      }
    };
  }
};

// core/program/rules/charger/nominal-family-wrong.ts
var nominalFamilyWrong = {
  id: "nominal-family-wrong",
  title: "Nominal-voltage family set wrong",
  severity: "check",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const held2 = heldSetting(r, "nominalV");
    if (!held2 || held2.heldValue === null || !r.chemistry.traits.inNominalFamilies) return null;
    const own = r.chemistry.voltages.nominalV;
    if (Math.abs(held2.heldValue - own) < 0.01) return null;
    const higher = held2.heldValue > own;
    return {
      severity: higher ? "stop" : "check",
      sentence: `${r.charger.name} is set to the ${held2.heldValue.toFixed(1)} V family and ${r.chemistry.name} is ${own.toFixed(1)} V: it would ${higher ? "overcharge the pack" : "leave it part full and may count its cells wrong"}.`,
      fix: {
        label: `${own.toFixed(1)} V is keyed in now`,
        kind: "hold",
        setting: "nominalV",
        channelId: held2.channelId,
        task: held2.task,
        chemistry: held2.chemistry,
        value: own
      }
    };
  }
};

// core/program/rules/charger/slot-holds-other.ts
var slotHoldsOther = {
  id: "slot-holds-other",
  title: "No memory slot is free",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    const { slots } = r.charger;
    if (slots === 0 || r.around.slots.length < slots) return null;
    return {
      sentence: `All ${slots} memory slots of ${r.charger.name} are taken: key it in as it is, or replace one.`
    };
  }
};

// core/program/rules/charger/starts-by-itself.ts
var startsByItself = {
  id: "starts-by-itself",
  title: "Charger starts by itself",
  severity: "note",
  protects: "person",
  source: PRACTICE2,
  check({ r }) {
    if (r.charger.atCheck === "waits") return null;
    return {
      sentence: r.charger.atCheck === "starts by itself" ? `${r.charger.name} starts by itself some seconds after the cell check: have count and leads right before it.` : `${r.charger.name} cancels by itself when nobody confirms the cell check: stay with it.`
    };
  }
};

// core/program/rules/charger/task-not-for-chemistry.ts
var taskNotForChemistry = {
  id: "task-not-for-chemistry",
  title: "This chemistry has no such program",
  severity: "stop",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (r.taskData.families.includes(r.chemistry.family)) return null;
    const why = r.taskData.refusals[r.chemistry.family];
    const other = ordinaryTask(r.chemistry, r.pack.cells);
    return { sentence: why, fix: { label: taskOf(other).name, kind: "task", task: other } };
  }
};

// core/request/settings.ts
var orNone = { optional: true, start: null };
var SETTINGS = {
  currentA: figure({ label: "Current", unit: "A", min: 1e-3, max: 100, decimals: 1 }),
  endVoltageV: figure({ label: "End of charge", unit: "V/cell", min: 0.5, max: 5, decimals: 2 }),
  cells: figure({ label: "Cells", unit: "S", min: 1, max: 24, whole: true }),
  balance: flag({ label: "Balance" }),
  safetyTimerMin: figure({ label: "Safety timer", unit: "min", min: 1e-3, max: 1e5, optional: true }),
  capacityLimitAh: figure({
    label: "Capacity limit",
    unit: "mAh",
    per: 1e3,
    min: 1e-3,
    max: 1e3,
    optional: true
  }),
  temperatureLimitDegC: figure({ label: "Pack temperature", unit: "\xB0C", min: 10, max: 100, optional: true }),
  /** Discharge current and its end, per cell. */
  dischargeA: figure({ label: "Discharge", unit: "A", min: 1e-3, max: 100, decimals: 1, ...orNone }),
  dischargeEndV: figure({
    label: "End of discharge",
    unit: "V/cell",
    min: 0.5,
    max: 5,
    decimals: 2,
    ...orNone
  }),
  /** Fall from the peak that ends a nickel charge, per cell. */
  deltaV: figure({ label: "Dip (\u2212\u0394V)", unit: "mV/cell", per: 1e3, min: 1e-3, max: 0.05, ...orNone }),
  /** Current after the end of a nickel charge. */
  trickleA: figure({ label: "Trickle", unit: "mA", per: 1e3, min: 1e-3, max: 2, ...orNone }),
  /** Rest between the legs of a cycle, how many cycles, and which comes first. */
  restMin: figure({ label: "Rest", unit: "min", min: 0, max: 600, step: 5, ...orNone }),
  cycles: figure({ label: "Cycles", unit: "", min: 1, max: 10, whole: true, ...orNone }),
  order: choice({ label: "Order", options: ["down first", "up first"], ...orNone })
};
var reading = (id2) => {
  const field = SETTINGS[id2];
  return field.kind === "figure" ? field : { unit: "" };
};
var unitOf = (id2) => reading(id2).unit;
function showFigure(id2, value2) {
  if (value2 === null) return "off";
  if (typeof value2 === "string") return value2;
  if (typeof value2 === "boolean") return value2 ? "on" : "off";
  const { decimals = 0 } = reading(id2);
  const read2 = shown(reading(id2), value2);
  const finer = decimals === 1 && Math.abs(read2 * 10 - Math.round(read2 * 10)) > 1e-6;
  return read2.toFixed(finer ? 2 : decimals);
}
function showSetting(id2, value2) {
  const figure2 = showFigure(id2, value2);
  if (value2 === null || typeof value2 === "boolean" || typeof value2 === "string") return figure2;
  return id2 === "cells" ? `${figure2}S` : `${figure2} ${unitOf(id2)}`.trim();
}

// core/program/composition.ts
var step = (task, name, how) => ({ task, name, how });
var down = (s) => step(
  "discharge",
  taskOf("discharge").name,
  `${showSetting("dischargeA", s.dischargeA)} down to ${showSetting("dischargeEndV", s.dischargeEndV)}`
);
function up(r, s) {
  const task = s.balance && r.channel.tasks.includes("balance") ? "balance" : "charge";
  const end = r.chemistry.endOfCharge.kind === "dip" ? `until the dip of ${showSetting("deltaV", s.deltaV)}` : `to ${showSetting("endVoltageV", s.endVoltageV)}`;
  return step(task, taskOf(task).name, `${showSetting("currentA", s.currentA)} ${end}`);
}
function cycleSteps(r, s) {
  const rest2 = step(null, "Rest", `${s.restMin ?? 0} min without current; note the mAh first`);
  const pair = s.order === "up first" ? [up(r, s), rest2, down(s), rest2] : [down(s), rest2, up(r, s), rest2];
  return Array.from({ length: s.cycles ?? 1 }, () => pair).flat().slice(0, -1);
}
function storageSteps(r, s) {
  const target = showSetting("endVoltageV", s.endVoltageV);
  if (storageDirection(r, s.endVoltageV) === "up")
    return [
      step(
        "charge",
        taskOf("charge").name,
        `${showSetting("currentA", s.currentA)}; stop it by hand when a cell reaches ${target}: you are called`
      )
    ];
  return [
    step(
      "discharge",
      taskOf("discharge").name,
      `${showSetting("dischargeA", s.dischargeA)} down to ${target}, or stop it by hand there: you are called`
    )
  ];
}
function compositionOf(r, settings) {
  switch (r.task) {
    case "cycle":
      return cycleSteps(r, settings);
    case "storage":
      return storageSteps(r, settings);
    case "discharge":
      return [down(settings)];
    case "recover":
      return [
        step(
          "charge",
          taskOf("charge").name,
          `${showSetting("currentA", settings.currentA)}, timer ${showSetting("safetyTimerMin", settings.safetyTimerMin)}, limit ${showSetting("capacityLimitAh", settings.capacityLimitAh)}; stay beside it`
        ),
        step(null, "Rest", "one hour; then every cell must rest above its floor, or the pack is retired")
      ];
    case "fast":
      return [
        step(
          "charge",
          taskOf("charge").name,
          `${showSetting("currentA", settings.currentA)}; stop it by hand once the current has fallen to a third`
        )
      ];
    default:
      return [up(r, settings)];
  }
}

// core/program/rules/charger/task-not-on-channel.ts
var taskNotOnChannel = {
  id: "task-not-on-channel",
  title: "Charger has no such program",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings }) {
    if (r.channel.tasks.includes(r.task) || !r.taskData.families.includes(r.chemistry.family)) return null;
    const steps = compositionOf(r, settings);
    return {
      sentence: `Channel ${r.channel.label} of ${r.charger.name} does not offer ${r.taskData.name}: it is done with ${steps.map((s) => s.name.toLowerCase()).join(", ")}, as the card says.`
    };
  }
};

// core/program/rules/charger/held-end-of-charge.ts
var heldEndOfCharge = {
  id: "held-end-of-charge",
  title: "Charger holds another end of charge",
  severity: "check",
  protects: "person",
  when: "charging",
  fire: true,
  source: `${PRACTICE2} The limit of a cell: IEC 62133-2 upper limit charging voltage, from memory.`,
  check({ r, settings }) {
    if (!asks(r, "endVoltageV") || r.taskData.stores || r.taskData.recovers) return null;
    const held2 = heldSetting(r, "endVoltageV");
    const wantedV = settings.endVoltageV;
    if (!held2 || held2.heldValue === null || Math.abs(held2.heldValue - wantedV) < 1e-9) return null;
    if (r.charger.asks.includes("endVoltageV")) return null;
    const heldV = held2.heldValue;
    const { cellMaxV } = r.chemistry.voltages;
    const over = heldV + r.channel.voltageAccuracyV > cellMaxV + 1e-9;
    const would = heldV < wantedV ? "it would end before the pack is as full as meant" : `it would fill each cell ${over ? `above the ${text(volts(cellMaxV))} limit` : "further than meant"}`;
    const told = `${r.charger.name} holds ${text(volts(heldV))} a cell as its end of charge${held2.chemistry === null ? ", whatever the chemistry" : ""}; this program wants ${text(volts(wantedV))}: ${would}`;
    if (held2.fixed)
      return {
        severity: over ? "stop" : "check",
        sentence: `${told}. It cannot be changed there: use another channel for this pack.`
      };
    return {
      severity: over ? "stop" : "check",
      sentence: `${told}. Change it there before the start.`,
      fix: {
        label: `${text(volts(wantedV))} is keyed in now`,
        kind: "hold",
        setting: "endVoltageV",
        channelId: held2.channelId,
        task: held2.task,
        chemistry: held2.chemistry,
        value: wantedV
      }
    };
  }
};

// core/program/rules/charger/index.ts
var chargerRules = [
  cellsSetDiffer,
  chemistryNotOnChannel,
  forgetsAtRestart,
  heldDischargeEnd,
  heldTrickle,
  heldValueDiffers,
  heldValueWouldCut,
  nominalFamilyWrong,
  slotHoldsOther,
  startsByItself,
  taskNotForChemistry,
  taskNotOnChannel,
  heldEndOfCharge
];

// core/program/rules/current/capacity-sets-current.ts
var capacitySetsCurrent = {
  id: "capacity-sets-current",
  title: "Capacity keyed sets the current",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (r.charger.capacityKeyed !== "sets the current") return null;
    const byCharger = r.pack.capacityAh;
    if (Math.abs(byCharger - settings.currentA) < r.channel.currentStepA) return null;
    return {
      sentence: `${r.charger.name} makes the current from the capacity that is keyed: after ${text(milliampHours(r.pack.capacityAh))} it shows about ${text(amps(byCharger))}; set it to ${text(amps(settings.currentA))} after that.`
    };
  }
};

// core/program/rules/current/current-above-channel.ts
var currentAboveChannel = {
  id: "current-above-channel",
  title: "Channel cannot be set to this current",
  severity: "stop",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { minCurrentA, maxCurrentA, label } = r.channel;
    if (settings.currentA >= minCurrentA - 1e-9 && settings.currentA <= maxCurrentA + 1e-9) return null;
    return {
      sentence: `Channel ${label} is set between ${text(amps(minCurrentA))} and ${text(amps(maxCurrentA))}; ${text(amps(settings.currentA))} cannot be keyed.`,
      fix: { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } }
    };
  }
};

// core/program/rules/current/current-above-pack.ts
var currentAbovePack = {
  id: "current-above-pack",
  title: "More current than the pack may take",
  severity: "stop",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const limits = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV);
    const bearing = limits.filter(
      (l) => l.side === "pack" && !["purpose rate", "connector", "lead"].includes(l.id)
    );
    const least2 = bearing[0];
    if (!least2 || settings.currentA <= least2.currentA + 1e-9) return null;
    const rate = settings.currentA / ratedAh(r.pack);
    return {
      sentence: `${text(amps(settings.currentA))} is ${cRate(rate)} and the pack takes ${text(amps(least2.currentA))} (${least2.label}).`,
      fix: solved.currentA <= least2.currentA ? { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } } : void 0
    };
  }
};

// core/quantity/step.ts
var TOLERANCE = 1e-6;
function decimalsOf(step2) {
  const text3 = step2.toString();
  const exponent = /e-(\d+)$/.exec(text3);
  if (exponent) return Number(exponent[1]) + 2;
  const point = text3.indexOf(".");
  return point < 0 ? 0 : text3.length - point - 1;
}
function clean(multiple, step2) {
  return Number((multiple * step2).toFixed(Math.min(12, decimalsOf(step2))));
}
function floorToStep(value2, step2) {
  return clean(Math.floor(value2 / step2 + TOLERANCE), step2);
}
function ceilToStep(value2, step2) {
  return clean(Math.ceil(value2 / step2 - TOLERANCE), step2);
}
function roundToStep(value2, step2) {
  return clean(Math.round(value2 / step2 + TOLERANCE), step2);
}
function isOnStep(value2, step2) {
  return Math.abs(value2 / step2 - Math.round(value2 / step2)) < 1e-4;
}

// core/program/decide/current.ts
var CAUTIOUS_C = 0.2;
function taskLimits(r) {
  const { pack, chemistry, channel, practice } = r;
  const limits = [];
  const rate = (id2, label, rateC) => ({
    id: id2,
    label: `${label}${ofMeasured(pack)}`,
    currentA: rateC * ratedAh(pack),
    side: "pack"
  });
  if (r.taskData.recovers && chemistry.recovery)
    limits.push(
      rate("recovery rate", `recovery, at most ${cRate(chemistry.recovery.maxC)}`, chemistry.recovery.maxC)
    );
  const { lowRest } = chemistry.traits;
  if (lowRest && !r.taskData.recovers && restsLow(pack, r.reading))
    limits.push(
      rate(
        "low rate",
        `rests under ${text(volts(lowRest.ordinaryFromV))} a cell, at most ${cRate(lowRest.rateC)}`,
        lowRest.rateC
      )
    );
  const below = practice.values.cautiousBelowV;
  const cells = r.reading?.cellVoltagesV;
  if (below !== null && chemistry.traits.followsOwnFigures && cells && Math.min(...cells) < below)
    limits.push(
      rate(
        "cautious rate",
        `a cell under ${text(volts(below))}: ${cRate(CAUTIOUS_C)} by ${whose(practice, "cautiousBelowV")}`,
        CAUTIOUS_C
      )
    );
  if (r.taskData.stores && channel.storageCurrentA !== null)
    limits.push({
      id: "fixed",
      label: `storage uses ${text(amps(channel.storageCurrentA))} on this channel`,
      currentA: channel.storageCurrentA,
      side: "charger"
    });
  return limits;
}
var TIMED_SPREAD = 1.06;
function withinTimerA(r, currentA) {
  const timer = heldSetting(r, "safetyTimerMin");
  const end = r.chemistry.endOfCharge;
  const neededAh2 = timedAh(r, currentA);
  if (!timer || end.kind !== "dip" || neededAh2 === null) return null;
  const longestMin = timer.fixed ? timer.heldValue : timer.max;
  if (longestMin === null || 60 * TIMED_SPREAD * neededAh2 / currentA <= longestMin) return null;
  const { currentStepA } = r.channel;
  const faster = Math.max(currentA, end.slowC * ratedAh(r.pack)) + currentStepA;
  const fasterAh = timedAh(r, faster) ?? neededAh2;
  const needed = Math.max(
    ceilToStep(60 * TIMED_SPREAD * fasterAh / longestMin, currentStepA),
    ceilToStep(currentA + currentStepA / 2, currentStepA)
  );
  return needed <= end.timedMaxC * ratedAh(r.pack) + 1e-9 ? needed : null;
}
function endableA(r, currentA) {
  const end = r.chemistry.endOfCharge;
  if (end.kind !== "dip" || r.taskData.moves === "out") return null;
  const holdsAh = ratedAh(r.pack);
  if (timedAh(r, currentA) === null || currentA <= end.slowC * holdsAh + 1e-9) return null;
  const slow = Math.max(r.channel.minCurrentA, floorToStep(end.slowC * holdsAh, r.channel.currentStepA));
  return slow <= end.timedMaxC * holdsAh + 1e-9 ? Math.min(slow, currentA) : null;
}
function decideCurrent(r, endVoltageV) {
  const { currentStepA, minCurrentA, fixedCurrentA } = r.channel;
  const limits = [...limitsAt(r.envelope, r.pack.cells * endVoltageV), ...taskLimits(r)].sort(
    (a, b) => a.currentA - b.currentA
  );
  const candidates = limits.map((l) => ({ id: l.id, label: l.label, value: l.currentA }));
  if (fixedCurrentA !== null)
    return {
      setting: "currentA",
      value: fixedCurrentA,
      candidates: [{ id: "fixed", label: "fixed on this channel", value: fixedCurrentA }, ...candidates],
      decidedBy: "fixed",
      step: null,
      why: `fixed at ${text(amps(fixedCurrentA))} on this channel.`
    };
  const least2 = limits[0];
  const down2 = floorToStep(least2.currentA, currentStepA);
  const near2 = roundToStep(least2.currentA, currentStepA);
  const hard = limits.find((l) => l.id !== "purpose rate")?.currentA ?? Infinity;
  const upward = r.practice.values.stepRounding === "nearest" && near2 > down2 && near2 <= hard + 1e-9;
  const stepped = upward ? near2 : down2;
  const wanted = stepped >= minCurrentA ? stepped : minCurrentA;
  const endable = endableA(r, wanted);
  const value2 = endable ?? wanted;
  const timed = endable !== null || least2.id === "purpose rate" && r.purpose === "gentle";
  const raised2 = timed ? withinTimerA(r, value2) : null;
  if (raised2 !== null && raised2 <= hard + 1e-9)
    return {
      setting: "currentA",
      value: raised2,
      candidates,
      decidedBy: "timer",
      step: currentStepA,
      why: `${endable === null ? least2.label : text(amps(value2))} would outlast the longest timer of ${r.charger.name}; this ends within it.`
    };
  if (endable !== null)
    return {
      setting: "currentA",
      value: value2,
      candidates,
      decidedBy: "timed",
      step: currentStepA,
      why: `${least2.label}: too little for a fall of the volts to end on, so it is charged slowly and ended by its limit.`
    };
  const rounding = upward ? `, to the nearest ${currentStepA} A by ${whose(r.practice, "stepRounding")}` : down2 < least2.currentA - 1e-9 ? `, down to the ${currentStepA} A step` : "";
  return {
    setting: "currentA",
    value: value2,
    candidates,
    decidedBy: least2.id,
    step: currentStepA,
    why: `${least2.label}${rounding}.`
  };
}

// core/program/rules/current/current-above-purpose.ts
var currentAbovePurpose = {
  id: "current-above-purpose",
  title: "Faster than the purpose asks",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const purposeRate = r.envelope.packRates.find((p) => p.id === "purpose rate");
    const limit = purposeRate.rateC * ratedAh(r.pack);
    const slack = r.practice.values.stepRounding === "nearest" ? r.channel.currentStepA / 2 : 0;
    if (settings.currentA <= limit + slack + 1e-9) return null;
    if (r.purpose === "gentle" && withinTimerA(r, limit) !== null && settings.currentA <= solved.currentA)
      return null;
    return {
      sentence: `${text(amps(settings.currentA))} is ${cRate(settings.currentA / ratedAh(r.pack))}; ${purposeRate.label} would be ${text(amps(limit))}. Faster wears the pack more.`,
      fix: { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } }
    };
  }
};

// core/program/rules/current/current-falls.ts
var currentFalls = {
  id: "current-falls",
  title: "The charger cannot hold this current",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const fullV2 = r.pack.cells * settings.endVoltageV;
    const limit = limitsAt(r.envelope, fullV2).find(
      (l) => l.side === "charger" && l.id !== "channel current" && l.id !== "rate cap"
    );
    if (!limit || settings.currentA <= limit.currentA + 1e-9) return null;
    return {
      sentence: `Current will fall to ${text(amps(limit.currentA))} as the pack fills (${limit.label}). That is the limit at work, not a fault.`
    };
  }
};

// core/program/rules/current/current-off-step.ts
var currentOffStep = {
  id: "current-off-step",
  title: "Current is not on the step",
  severity: "check",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const step2 = r.channel.currentStepA;
    if (isOnStep(settings.currentA, step2) || settings.currentA === r.channel.minCurrentA) return null;
    const down2 = Math.max(r.channel.minCurrentA, floorToStep(settings.currentA, step2));
    return {
      sentence: `Channel ${r.channel.label} steps by ${text(amps(step2))}; ${settings.currentA} A would be keyed as ${text(amps(down2))}.`,
      fix: { label: `Set ${text(amps(down2))}`, kind: "set", set: { currentA: down2 } }
    };
  }
};

// core/program/rules/current/fast-never.ts
var fastNever = {
  id: "fast-never",
  title: "Fast charge against your practice",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.taskData.cutsTaper || r.practice.values.fastMode !== "never") return null;
    return {
      sentence: `Never a fast charge, by ${whose(r.practice, "fastMode")}: choose Charge, or let this one be.`,
      fix: { label: "This once", kind: "practice", set: { fastMode: "when pressed" } }
    };
  }
};

// core/program/rules/current/fast-skips.ts
var fastSkips = {
  id: "fast-skips",
  title: "Fast charge leaves something out",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.taskData.cutsTaper) return null;
    return { sentence: r.taskData.skips };
  }
};

// core/program/rules/current/forecast-too-hot.ts
var ALARM_RISE_K = 10;
var forecastTooHot = {
  id: "forecast-too-hot",
  title: "Forecast reaches the temperature limit",
  severity: "check",
  protects: "pack",
  ofForecast: true,
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    if (!forecast2) return null;
    const { tripDegC } = r.chemistry.temperatures;
    const { median: median3, p95 } = forecast2.peakTemperatureDegC;
    const rate = settings.currentA / ratedAh(r.pack);
    if (p95 >= tripDegC)
      return {
        sentence: `The pack may reach ${text(degrees(p95))} by the end, at or above the ${text(degrees(tripDegC))} at which the run stops: lower the current or cool the place.`
      };
    if (!r.chemistry.traits.staysCool) return null;
    if (rate <= 1 && median3 - r.ambientDegC > ALARM_RISE_K && median3 > r.packDegC)
      return {
        sentence: `A rise to ${text(degrees(median3))} in ${text(degrees(r.ambientDegC))} air at ${rate.toFixed(1)}C is more than a healthy pack shows.`
      };
    return null;
  }
};

// core/program/rules/current/hurry-below-label.ts
var hurryBelowLabel = {
  id: "hurry-below-label",
  title: "The label would allow more than a hurry takes",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { labelChargeRateC } = r.pack;
    const most = r.envelope.packRates.find((p) => p.id === "purpose rate");
    if (r.purpose !== "hurry" || labelChargeRateC === null || !most) return null;
    const binds = settings.currentA === solved.currentA && solved.currentA > 0.9 * most.rateC * r.pack.capacityAh;
    if (labelChargeRateC <= most.rateC + 1e-9 || !binds) return null;
    return {
      sentence: `The label would allow ${cRate(labelChargeRateC)}; a hurry stops at ${cRate(most.rateC)}, because cells bear more only for a while. Your practice may say otherwise.`
    };
  }
};

// core/program/rules/current/hurry-hard.ts
var hurryHard = {
  id: "hurry-hard",
  title: "More than twice the capacity per hour",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const rateC = settings.currentA / ratedAh(r.pack);
    const most = r.chemistry.traits.hardAboveC ?? r.chemistry.rates.hurryMaxC;
    if (rateC <= most + 1e-9) return null;
    return {
      sentence: `${text(amps(settings.currentA))} is ${cRate(rateC)}, above ${cRate(most)}: labels promise more than cells bear for long.`,
      fix: solved.currentA / ratedAh(r.pack) <= most + 1e-9 ? { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } } : void 0
    };
  }
};

// core/program/rules/current/no-power-left.ts
var noPowerLeft = {
  id: "no-power-left",
  title: "Least settable current is already too much",
  severity: "stop",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const [least2] = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV);
    if (least2.currentA >= r.channel.minCurrentA - 1e-9) return null;
    return {
      sentence: `Channel ${r.channel.label} cannot be set below ${text(amps(r.channel.minCurrentA))} and only ${text(amps(least2.currentA))} is allowed (${least2.label}).`
    };
  }
};

// core/program/rules/current/rate-cap-lowers.ts
function raised({ r, settings }) {
  const held2 = heldSetting(r, "rateCapC");
  if (!held2 || held2.fixed) return null;
  const bears = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).filter((l) => l.side === "pack" && l.id !== "purpose rate").every((l) => settings.currentA <= l.currentA + 1e-9);
  const rateC = ceilToStep(settings.currentA / r.pack.capacityAh, held2.step);
  if (!bears || rateC > held2.max + 1e-9) return null;
  return {
    rateC,
    fix: {
      label: `${cRate(rateC)} is keyed in now`,
      kind: "hold",
      setting: "rateCapC",
      channelId: held2.channelId,
      task: held2.task,
      chemistry: held2.chemistry,
      value: rateC
    }
  };
}
var rateCapLowers = {
  id: "rate-cap-lowers",
  title: "A held rate cap silently lowers the current",
  severity: "check",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check(input) {
    const { r, settings, solved } = input;
    const cap = limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).find((l) => l.id === "rate cap");
    if (!cap || settings.currentA <= cap.currentA + 1e-9) return null;
    const up2 = raised(input);
    const ways = up2 ? ` Raise the cap to ${cRate(up2.rateC)}, which this pack bears, or set ${text(amps(cap.currentA))}.` : "";
    return {
      sentence: `${text(amps(settings.currentA))} is set but the ${cap.label} lowers it to ${text(amps(cap.currentA))} without saying so.${ways}`,
      fix: up2?.fix ?? {
        label: `Set ${text(amps(solved.currentA))}`,
        kind: "set",
        set: { currentA: solved.currentA }
      }
    };
  }
};

// core/program/rules/current/shared-power-in-use.ts
var sharedPowerInUse = {
  id: "shared-power-in-use",
  title: "Another channel uses part of the power",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const shared = r.charger.sharedPowerW;
    if (shared === null || r.othersOutputW <= 0) return null;
    const wanted = settings.currentA * r.pack.cells * settings.endVoltageV;
    const left = Math.max(0, shared - r.othersOutputW);
    const purpose = Math.min(...r.envelope.packRates.map((p) => p.rateC)) * ratedAh(r.pack);
    if (wanted <= left && settings.currentA >= purpose * 0.95) return null;
    return {
      sentence: `The other channels of ${r.charger.name} use ${text(watts(r.othersOutputW))} of ${text(watts(shared))}; when they end, more is possible.`
    };
  }
};

// core/program/rules/current/too-slow.ts
var tooSlow = {
  id: "too-slow",
  title: "The charge would take days",
  severity: "stop",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    const cannot = discharges(r, settings) && settings.dischargeA === null;
    if (forecast2 || cannot || !r.taskData.families.includes(r.chemistry.family)) return null;
    const hours = roughHours(r, settings);
    return {
      sentence: `At ${text(amps(discharges(r, settings) ? settings.dischargeA : settings.currentA))} this pack needs about ${hours.toFixed(0)} h, longer than anyone can stay with it: use a stronger channel.`
    };
  }
};

// core/program/rules/current/index.ts
var currentRules = [
  capacitySetsCurrent,
  currentAboveChannel,
  currentAbovePack,
  currentAbovePurpose,
  currentFalls,
  currentOffStep,
  fastNever,
  fastSkips,
  forecastTooHot,
  hurryBelowLabel,
  hurryHard,
  noPowerLeft,
  rateCapLowers,
  sharedPowerInUse,
  tooSlow
];

// core/program/rules/discharge/cannot-discharge.ts
var cannotDischarge = {
  id: "cannot-discharge",
  title: "Channel cannot discharge",
  severity: "stop",
  protects: "charger",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (settings.dischargeA !== null) return null;
    return {
      sentence: `Channel ${r.channel.label} of ${r.charger.name} cannot discharge: use another channel, or the pack in its boat down to its end.`
    };
  }
};

// core/program/rules/discharge/cycle-rest-short.ts
var LEAST_MIN = 5;
var cycleRestShort = {
  id: "cycle-rest-short",
  title: "Rest too short between legs",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    if (!r.taskData.repeats || settings.restMin === null || settings.restMin >= LEAST_MIN) return null;
    return {
      sentence: `${text(minutes(settings.restMin))} of rest lets a warm pack go straight into charge: ${text(minutes(LEAST_MIN))} at least.`,
      fix: {
        label: `Set ${text(minutes(solved.restMin ?? LEAST_MIN))}`,
        kind: "set",
        set: { restMin: solved.restMin ?? LEAST_MIN }
      }
    };
  }
};

// core/program/rules/discharge/cycle-wears.ts
var cycleWears = {
  id: "cycle-wears",
  title: "Cycles wear the pack",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!r.taskData.repeats || settings.cycles === null) return null;
    const { most: useful } = r.chemistry.traits.cycles;
    if (settings.cycles <= useful) return null;
    return {
      sentence: `${settings.cycles} cycles wear ${r.chemistry.name} without telling more: ${useful} at most.`,
      fix: { label: `Set ${useful}`, kind: "set", set: { cycles: useful } }
    };
  }
};

// core/program/rules/discharge/discharge-above-channel.ts
var dischargeAboveChannel = {
  id: "discharge-above-channel",
  title: "Channel cannot discharge at this current",
  severity: "stop",
  protects: "charger",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { dischargeA } = settings;
    const { dischargeCurrentA, minCurrentA, currentStepA, label } = r.channel;
    if (dischargeA === null) return null;
    const fix = solved.dischargeA === null ? void 0 : {
      label: `Set ${text(amps(solved.dischargeA))}`,
      kind: "set",
      set: { dischargeA: solved.dischargeA }
    };
    if (dischargeA > dischargeCurrentA + 1e-9)
      return {
        sentence: `Channel ${label} discharges at most ${text(amps(dischargeCurrentA))}; ${text(amps(dischargeA))} cannot be keyed.`,
        fix
      };
    if (isOnStep(dischargeA, currentStepA) || dischargeA === minCurrentA || dischargeA === r.channel.storageCurrentA)
      return null;
    return { sentence: `${dischargeA} A is not on the ${currentStepA} A step of channel ${label}.`, fix };
  }
};

// core/program/rules/discharge/discharge-below-floor.ts
var dischargeBelowFloor = {
  id: "discharge-below-floor",
  title: "Discharge below the floor",
  severity: "stop",
  protects: "pack",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { hardFloorV } = r.chemistry.voltages;
    const { stores } = r.taskData;
    if (stores && storageNeedAh(r) !== null) return null;
    const v = stores ? settings.endVoltageV : settings.dischargeEndV;
    if (v === null || v >= hardFloorV - 1e-9) return null;
    const set = stores ? { endVoltageV: solved.endVoltageV } : { dischargeEndV: solved.dischargeEndV };
    const to = stores ? solved.endVoltageV : solved.dischargeEndV;
    return {
      sentence: `A discharge to ${text(volts(v))} per cell is below ${text(volts(hardFloorV))}, the loaded floor of ${r.chemistry.name}: cells are damaged there.`,
      fix: to === null ? void 0 : { label: `Set ${text(volts(to))}`, kind: "set", set }
    };
  }
};

// core/forecast/weakest-cell.ts
var DRAWS = 1500;
var SUITS = 0.995;
var SEED = 20;
var MOST_CELLS = 14;
var FURTHEST = 3;
var GRID_STEP = 0.5;
var GRID = Array.from({ length: 2 * FURTHEST / GRID_STEP + 1 }, (_, k) => k * GRID_STEP - FURTHEST);
var drawn = null;
function draws() {
  if (drawn) return drawn;
  const next = normal(uniform(SEED));
  drawn = Float64Array.from(
    { length: DRAWS * MOST_CELLS * 3 },
    () => Math.max(-FURTHEST, Math.min(FURTHEST, next()))
  );
  return drawn;
}
var nearEmpty = (soc) => soc < LOW_SOC ? 1 + LOW_SOC_RISE * (LOW_SOC - Math.max(soc, -LOW_SOC)) : 1;
var loadedV = (curve, soc, amps2, seriesOhm, relaxOhm) => ocvAt(curve, soc) - amps2 * (seriesOhm * nearEmpty(soc) + relaxOhm);
function socAtLoaded(curve, volts3, amps2, seriesOhm, relaxOhm) {
  let low = curve.firstSoc;
  let high = 1.2;
  for (let k = 0; k < 22; k++) {
    const middle = (low + high) / 2;
    if (loadedV(curve, middle, amps2, seriesOhm, relaxOhm) < volts3) low = middle;
    else high = middle;
  }
  return high;
}
function endForWeakestV(r, amps2, begins = r.taskData.repeats ? "filled" : "as read") {
  const { chemistry, pack, chargeState } = r;
  const differ = chemistry.traits.cellsDiffer;
  const { cells } = pack;
  if (!differ || cells < 2) return 0;
  const { curve, defaults } = chemistry;
  const { hardFloorV } = chemistry.voltages;
  const capacityAh = presentCapacityAh2(r);
  const warmth = resistanceFactor(r.packDegC, defaults.resistanceDoublesPerK);
  const measured = r.reading?.cellResistancesOhm?.length === cells ? r.reading.cellResistancesOhm : null;
  const seriesOf = (i) => warmth * (measured ? measured[i] : defaults.seriesOhmAh / pack.capacityAh);
  const relaxOhm = warmth * defaults.relaxOhmAh / pack.capacityAh;
  const chargeSigma = begins === "levelled" || r.reading?.cellVoltagesV ? differ.cellsRead : differ.sumRead;
  const fuller = begins === "filled" ? Math.max(0, 1 - chargeState.soc) : 0;
  const startsAt = (i) => begins === "levelled" ? 1 : chargeState.socs[i] + fuller;
  const floorSocs = Array.from(
    { length: cells },
    (_, i) => (
      // Where nobody measured them, one stands for all.
      i > 0 && !measured ? null : GRID.map((sigmas) => {
        const by = Math.exp(differ.resistance * sigmas);
        return socAtLoaded(curve, hardFloorV, amps2, seriesOf(i) * by, relaxOhm * by);
      })
    )
  );
  const floorSoc = (i, sigmas) => {
    const at = (sigmas + FURTHEST) / GRID_STEP;
    const k = Math.min(GRID.length - 2, Math.floor(at));
    const socs = floorSocs[i] ?? floorSocs[0];
    return socs[k] + (at - k) * (socs[k + 1] - socs[k]);
  };
  const z4 = draws();
  const ends = new Float64Array(DRAWS);
  const start = new Float64Array(cells);
  const capacity = new Float64Array(cells);
  const factor = new Float64Array(cells);
  for (let d = 0; d < DRAWS; d++) {
    let leastAh = Infinity;
    for (let i = 0; i < cells; i++) {
      const at = (d * MOST_CELLS + i) * 3;
      capacity[i] = capacityAh * (1 + differ.capacity * z4[at]);
      factor[i] = Math.exp(differ.resistance * z4[at + 1]);
      start[i] = startsAt(i) + chargeSigma * z4[at + 2];
      leastAh = Math.min(leastAh, (start[i] - floorSoc(i, z4[at + 1])) * capacity[i]);
    }
    let packV = 0;
    for (let i = 0; i < cells; i++)
      packV += loadedV(
        curve,
        start[i] - leastAh / capacity[i],
        amps2,
        seriesOf(i) * factor[i],
        relaxOhm * factor[i]
      );
    ends[d] = packV / cells;
  }
  ends.sort();
  return ends[Math.ceil(SUITS * DRAWS) - 1];
}

// core/program/decide/decision.ts
var plainly = (setting, value2, decidedBy, why, step2 = null) => ({ setting, value: value2, candidates: [], decidedBy, step: step2, why });
var clampToHeld = (value2, held2) => Math.min(held2.max, Math.max(held2.min, value2));
function roundUpWithin(value2, held2) {
  const up2 = ceilToStep(value2, held2.step);
  if (up2 <= held2.max) return clampToHeld(up2, held2);
  const top = floorToStep(held2.max, held2.step);
  return top >= held2.min ? top : held2.max;
}
var roundDownWithin = (value2, held2) => clampToHeld(floorToStep(value2, held2.step), held2);

// core/program/decide/discharge.ts
function dischargeStartV(r) {
  if (r.taskData.repeats) return r.pack.cells * r.chemistry.voltages.chargeEndV;
  if (r.reading) return Math.max(0.1, packVoltage(r.reading));
  return r.pack.cells * ocvAt(r.chemistry.curve, r.chargeState.soc);
}
function decideDischarge(r) {
  if (r.taskData.moves === "in") return plainly("dischargeA", null, "task", "this task takes nothing out.");
  const { purpose, practice, channel, chemistry } = r;
  const hurry = purpose === "hurry";
  const own = practice.from.dischargeC !== "default";
  const rateC = hurry ? chemistry.rates.dischargeMaxC : own ? practice.values.dischargeC : chemistry.rates.dischargeC;
  const why = hurry ? "in a hurry" : own ? whose(practice, "dischargeC") : "the rate capacities are rated at";
  const limits = dischargeLimitsAt(r.envelope, dischargeStartV(r), rateC, why);
  if (limits.length === 0)
    return plainly("dischargeA", null, "channel", `channel ${channel.label} does not discharge.`);
  const least2 = limits[0];
  const fixed2 = r.taskData.stores ? channel.storageCurrentA : null;
  const value2 = fixed2 ?? Math.max(channel.minCurrentA, floorToStep(least2.currentA, channel.currentStepA));
  return {
    setting: "dischargeA",
    value: value2,
    candidates: limits.map((l) => ({ id: l.id, label: l.label, value: l.currentA })),
    decidedBy: fixed2 === null ? least2.id : "fixed",
    step: channel.currentStepA,
    why: fixed2 === null ? `${least2.label}.` : `storage uses ${fixed2} A on this channel.`
  };
}
var nickelEndPackV = (cells) => Math.max(cells, 1.15 * (cells - 1));
var DEEPER_V = 0.1;
function weakestEndV(r, dischargeA) {
  if (watchesCells(r) || dischargeA === null) return null;
  const { cells } = r.pack;
  const amps2 = Math.min(dischargeA, r.channel.dischargePowerW / (cells * r.chemistry.voltages.hardFloorV));
  const endV = endForWeakestV(r, amps2);
  return endV === 0 ? null : ceilToStep(endV, 0.01);
}
function decideDischargeEnd(r, dischargeA) {
  const asked = byPractice(r);
  if (asked.value === null) return asked;
  const weakestV = weakestEndV(r, dischargeA);
  if (weakestV === null || weakestV <= asked.value) return asked;
  const { hardFloorV } = r.chemistry.voltages;
  return plainly(
    "dischargeEndV",
    weakestV,
    "weakest cell",
    `only the sum of the ${r.pack.cells} cells is watched, and the weakest must stay above ${hardFloorV.toFixed(2)} V; watched cell by cell it would be ${asked.value.toFixed(2)} V.`,
    0.01
  );
}
function byPractice(r) {
  const { chemistry, pack, practice } = r;
  const { dischargeEndV, hardFloorV } = chemistry.voltages;
  if (r.taskData.moves === "in")
    return plainly("dischargeEndV", null, "task", "this task takes nothing out.");
  if (chemistry.traits.reverses) {
    const packV = nickelEndPackV(pack.cells);
    return plainly(
      "dischargeEndV",
      ceilToStep(packV / pack.cells, 0.01),
      "nickel",
      `${packV.toFixed(2)} V for the pack: the larger of 1.0 V a cell and 1.15 V for all but one, so that no cell reverses.`,
      0.01
    );
  }
  if (chemistry.traits.followsOwnFigures && practice.values.dischargeEnd === "capacity check")
    return plainly(
      "dischargeEndV",
      hardFloorV,
      "practice",
      `the floor, to check the capacity, by ${whose(practice, "dischargeEnd")}; charge it soon after.`,
      0.01
    );
  const deeperV = Math.max(hardFloorV, dischargeEndV - DEEPER_V);
  if (chemistry.traits.followsOwnFigures && practice.values.dischargeEnd === "a little deeper")
    return plainly(
      "dischargeEndV",
      deeperV,
      "practice",
      `a little under the everyday ${dischargeEndV.toFixed(2)} V, by ${whose(practice, "dischargeEnd")}; the floor is ${hardFloorV.toFixed(2)} V.`,
      0.01
    );
  return plainly(
    "dischargeEndV",
    dischargeEndV,
    "chemistry",
    `everyday end for ${chemistry.name}, loaded; the floor is ${hardFloorV.toFixed(2)} V.`,
    0.01
  );
}

// core/program/rules/discharge/discharge-few-watts.ts
var LONG_H = 2;
var dischargeFewWatts = {
  id: "discharge-few-watts",
  title: "A charger discharges with a few watts",
  severity: "note",
  protects: "result",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    const { dischargeA } = settings;
    if (dischargeA === null || !forecast2) return null;
    const startV = dischargeStartV(r);
    const reachedA = r.channel.dischargePowerW / startV;
    const legH = Math.max(
      ...forecast2.best.legs.filter((l) => l.kind === "discharge").map((l) => l.timeS / 3600)
    );
    const slow = legH >= LONG_H ? `the discharge takes about ${legH.toFixed(1)} h` : "";
    if (dischargeA > reachedA + 1e-9)
      return {
        sentence: `${text(watts(r.channel.dischargePowerW))} of discharge on ${text(volts(startV, 1))} is about ${text(amps(reachedA))}, whatever is set${slow ? `: ${slow}` : ""}.`
      };
    return slow ? {
      sentence: `With ${text(watts(r.channel.dischargePowerW))} and ${text(amps(dischargeA))}, ${slow}: plan for it, somebody has to be there.`
    } : null;
  }
};

// core/program/rules/discharge/discharge-too-fast.ts
var dischargeTooFast = {
  id: "discharge-too-fast",
  title: "Discharge faster than is useful",
  severity: "check",
  protects: "result",
  when: "discharging",
  source: "IEC 61960-3 and IEC 61951 rate capacity at 0.2C, from memory; the rest common practice, no source.",
  check({ r, settings }) {
    const { dischargeA } = settings;
    const mostA = r.chemistry.rates.dischargeMaxC * ratedAh(r.pack);
    if (dischargeA === null || dischargeA <= mostA + 1e-9) return null;
    const told = `${text(amps(dischargeA))} is ${cRate(dischargeA / ratedAh(r.pack))}`;
    if (r.taskData.stores)
      return {
        sentence: `${told}, hard on a pack that is only put away: at most ${cRate(r.chemistry.rates.dischargeMaxC)} is usual.`
      };
    return {
      sentence: `${told}: capacities are compared at ${cRate(r.chemistry.rates.dischargeC)} to ${cRate(r.chemistry.rates.dischargeMaxC)}.`
    };
  }
};

// core/program/rules/discharge/ends-empty.ts
var endsEmpty = {
  id: "ends-empty",
  title: "Program leaves the pack empty",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings }) {
    const { moves } = r.taskData;
    const empty = moves === "out" || moves === "both" && settings.order === "up first";
    const next = r.chemistry.traits.afterEmpty;
    if (!empty || next === null) return null;
    return { sentence: `It ends empty: ${next}.` };
  }
};

// core/program/rules/discharge/weak-cell-unseen.ts
var STEP_V = 0.06;
var RAISE_V = 0.05;
var heldEnd = (r) => r.taskData.stores || r.charger.asks.includes("dischargeEndV") ? null : heldSetting(r, "dischargeEndV");
function realEndV({ r, settings }) {
  if (r.taskData.stores) return storageNeedAh(r) === null ? settings.endVoltageV : null;
  return heldEnd(r)?.heldValue ?? settings.dischargeEndV;
}
function raise({ r, settings }, leastV) {
  const held2 = heldEnd(r);
  const label = `Set ${text(volts(leastV))}`;
  if (held2 && held2.heldValue !== null && (settings.dischargeEndV ?? 0) >= leastV - 1e-9)
    return {
      label: `${text(volts(leastV))} is keyed in now`,
      kind: "hold",
      setting: "dischargeEndV",
      channelId: held2.channelId,
      task: held2.task,
      chemistry: held2.chemistry,
      value: leastV
    };
  return { label, kind: "set", set: r.taskData.stores ? { endVoltageV: leastV } : { dischargeEndV: leastV } };
}
var weakCellUnseen = {
  id: "weak-cell-unseen",
  title: "Discharge that does not see its weakest cell",
  severity: "stop",
  protects: "pack",
  when: "discharging",
  ofForecast: true,
  source: PRACTICE2,
  check(input) {
    const { r, settings } = input;
    if (!discharges(r, settings)) return null;
    const endV = realEndV(input);
    const leastV = weakestEndV(r, settings.dischargeA);
    if (endV === null || leastV === null) return null;
    const { hardFloorV } = r.chemistry.voltages;
    const lowestV = input.forecast?.best.lowestCellV ?? null;
    if (endV >= leastV - 1e-9 && (lowestV === null || lowestV >= hardFloorV - r.channel.voltageAccuracyV - STEP_V))
      return null;
    if (endV >= leastV - 1e-9)
      return {
        sentence: `Only the sum of the ${r.pack.cells} cells is watched here, and in the forecast the weakest falls to ${text(volts(lowestV))}, under its floor of ${text(volts(hardFloorV))}.`,
        fix: raise(input, ceilToStep(endV + RAISE_V, 0.01))
      };
    return {
      sentence: `Only the sum of the ${r.pack.cells} cells is watched here, and no two are alike: one can be at its floor of ${text(volts(hardFloorV))} while the pack still shows ${text(volts(leastV))} a cell. This discharge would go on to ${text(volts(endV))}.`,
      fix: raise(input, leastV)
    };
  }
};

// core/program/rules/discharge/model-cutoff-low.ts
var LIGHT_C = 1;
var modelCutoffLow = {
  id: "model-cutoff-low",
  title: "Its model cuts off too late for the weakest cell",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings }) {
    const { modelCutoffV, cells } = r.pack;
    const { hardFloorV } = r.chemistry.voltages;
    if (modelCutoffV === null || !r.taskData.fills || !r.chemistry.traits.cellsDiffer || cells < 2)
      return null;
    const levelled = settings.balance ? "levelled" : "filled";
    const leastV = ceilToStep(endForWeakestV(r, LIGHT_C * presentCapacityAh2(r), levelled), 0.05);
    if (modelCutoffV >= leastV - 1e-9) return null;
    return {
      sentence: `Its model cuts off at ${text(volts(modelCutoffV))} a cell, ${text(volts(modelCutoffV * cells, 1))} in all, and looks at the sum alone: one cell may be under ${text(volts(hardFloorV))} before that. Set ${text(volts(leastV))} a cell, ${text(volts(leastV * cells, 1))}, or land by the clock.`,
      fix: { label: "Change the cutoff", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/discharge/index.ts
var dischargeRules = [
  cannotDischarge,
  cycleRestShort,
  cycleWears,
  dischargeAboveChannel,
  dischargeBelowFloor,
  dischargeFewWatts,
  dischargeTooFast,
  endsEmpty,
  weakCellUnseen,
  modelCutoffLow
];

// core/program/rules/end/charge-given-up.ts
var WORTH_SAYING2 = 0.02;
var chargeGivenUp = {
  id: "charge-given-up",
  title: "Ends a little under full",
  severity: "note",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!r.chemistry.traits.endIsChoice || !r.taskData.fills) return null;
    const full = r.pack.makerEndVoltageV ?? r.chemistry.voltages.chargeEndV;
    const left = socAt(r.chemistry.curve, full) - socAt(r.chemistry.curve, settings.endVoltageV);
    if (left < WORTH_SAYING2) return null;
    return {
      sentence: `Ending at ${text(volts(settings.endVoltageV))} gives up about ${Math.round(100 * left)} % of the charge, for many more cycles.`
    };
  }
};

// core/program/rules/end/end-above-maker.ts
var endAboveMaker = {
  id: "end-above-maker",
  title: "End of charge above what the pack\u2019s maker says",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const maker = r.pack.makerEndVoltageV;
    if (maker === null || settings.endVoltageV <= maker + 1e-9) return null;
    const helps2 = solved.endVoltageV <= maker + 1e-9;
    return {
      sentence: helps2 ? `The maker of this pack ends its charge at ${text(volts(maker))} a cell; this program would go to ${text(volts(settings.endVoltageV))}.` : `The maker of this pack ends its charge at ${text(volts(maker))} a cell, and channel ${r.channel.label} cannot end under ${text(volts(solved.endVoltageV))}: use another charger.`,
      fix: helps2 ? {
        label: `Set ${text(volts(solved.endVoltageV))}`,
        kind: "set",
        set: { endVoltageV: solved.endVoltageV }
      } : void 0
    };
  }
};

// core/program/rules/end/end-under-present-volts.ts
var BEYOND_V = 0.02;
var endUnderPresentVolts = {
  id: "end-under-present-volts",
  title: "End of charge under what the pack has already",
  severity: "check",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!r.reading || !asks(r, "endVoltageV") || r.taskData.stores || r.taskData.recovers) return null;
    const highest = Math.max(...cellVoltages(r.reading, r.pack.cells));
    if (highest <= settings.endVoltageV + BEYOND_V) return null;
    return {
      sentence: `The fullest cell has ${text(volts(highest))} already and the charge ends at ${text(volts(settings.endVoltageV))}: it would end at once.`
    };
  }
};

// core/chemistry/compensation.ts
function compensationV(chemistry, degC) {
  const end = chemistry.endOfCharge;
  if (end.kind !== "absorption") return 0;
  const clamped = Math.min(end.clampDegC.high, Math.max(end.clampDegC.low, degC));
  return end.absorptionVPerK * (clamped - 25);
}
var setMaxAt = (chemistry, degC) => chemistry.voltages.setMaxV + compensationV(chemistry, degC);
function floatAt(chemistry, degC) {
  const end = chemistry.endOfCharge;
  if (end.kind !== "absorption") return null;
  const clamped = Math.min(end.clampDegC.high, Math.max(end.clampDegC.low, degC));
  return (end.floatV.low + end.floatV.high) / 2 + end.floatVPerK * (clamped - 25);
}

// core/program/rules/end/end-voltage-above-chemistry.ts
var endVoltageAboveChemistry = {
  id: "end-voltage-above-chemistry",
  title: "End of charge above the chemistry",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: "IEC 62133-2 upper limit charging voltage, from memory; the set limit itself is common practice, no source.",
  check({ r, settings }) {
    const setMaxV = setMaxAt(r.chemistry, r.packDegC);
    if (settings.endVoltageV <= setMaxV + 1e-9) return null;
    return {
      sentence: `End of charge ${showSetting("endVoltageV", settings.endVoltageV)} is above ${setMaxV.toFixed(2)} V, the most ${r.chemistry.name} is set to.`,
      fix: { label: `Set ${setMaxV.toFixed(2)} V`, kind: "set", set: { endVoltageV: setMaxV } }
    };
  }
};

// core/program/rules/end/end-voltage-inexact-charger.ts
var endVoltageInexactCharger = {
  id: "end-voltage-inexact-charger",
  title: "Charger too inexact for this end of charge",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: "IEC 62133-2 upper limit charging voltage, from memory.",
  check({ r, settings, solved }) {
    const { cellMaxV } = r.chemistry.voltages;
    const reach = settings.endVoltageV + r.channel.voltageAccuracyV;
    if (reach <= cellMaxV + 1e-9) return null;
    return {
      sentence: `${r.charger.name} may be ${text(millivolts(r.channel.voltageAccuracyV))} off, so a cell set to ${settings.endVoltageV.toFixed(2)} V could reach ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.`,
      fix: solved.endVoltageV < settings.endVoltageV ? {
        label: `Set ${solved.endVoltageV.toFixed(2)} V`,
        kind: "set",
        set: { endVoltageV: solved.endVoltageV }
      } : void 0
    };
  }
};

// core/program/decide/fixed-end.ts
function fixedEndV(r) {
  const held2 = heldSetting(r, "endVoltageV");
  if (held2?.fixed && held2.heldValue !== null && !r.charger.asks.includes("endVoltageV"))
    return held2.heldValue;
  if (r.channel.endVoltageStepV !== null) return null;
  const entry = entryFor(r.channel, r.chemistry.id);
  return entry?.endVoltageMaxV ?? entry?.endVoltageMinV ?? r.chemistry.voltages.chargeEndV;
}

// core/program/rules/end/end-voltage-not-offered.ts
var endVoltageNotOffered = {
  id: "end-voltage-not-offered",
  title: "Channel cannot be set to this end of charge",
  severity: "stop",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (!asks(r, "endVoltageV") || r.taskData.stores) return null;
    const step2 = r.channel.endVoltageStepV;
    const entry = entryFor(r.channel, r.chemistry.id);
    const [min, max] = [entry?.endVoltageMinV ?? null, entry?.endVoltageMaxV ?? null];
    const v = settings.endVoltageV;
    const full = r.chemistry.voltages.chargeEndV;
    const fixedV = fixedEndV(r);
    if (fixedV !== null || step2 === null) {
      if (v === fixedV || fixedV === null) return null;
      return {
        sentence: `Channel ${r.channel.label} always ends at ${fixedV.toFixed(2)} V per cell; ${v.toFixed(2)} V cannot be keyed.`,
        fix: { label: `Use ${fixedV.toFixed(2)} V`, kind: "set", set: { endVoltageV: fixedV } }
      };
    }
    if (min !== null && v < min - 1e-9 || max !== null && v > max + 1e-9)
      return {
        sentence: `Channel ${r.channel.label} ends between ${(min ?? 0).toFixed(2)} and ${(max ?? full).toFixed(2)} V per cell; ${v.toFixed(2)} V cannot be keyed.`
      };
    if (isOnStep(v, step2)) return null;
    const near2 = Math.min(roundToStep(v, step2), r.chemistry.voltages.setMaxV);
    return {
      sentence: `${v.toFixed(3)} V is not on the ${step2} V step of channel ${r.channel.label}.`,
      fix: { label: `Set ${near2.toFixed(2)} V`, kind: "set", set: { endVoltageV: near2 } }
    };
  }
};

// core/pack/label-volts.ts
var ROUNDING_V = 0.026;
function fitsLabel(chemistry, cells, printedV) {
  return chemistry.voltages.printedV.some((v) => Math.abs(printedV / cells - v) <= ROUNDING_V);
}
function countOnLabel(pack, printedV) {
  const chemistry = chemistryOf(pack.chemistry);
  if (fitsLabel(chemistry, pack.cells, printedV)) return null;
  const near2 = Math.round(printedV / chemistry.voltages.printedV[0]);
  const { min, max } = chemistry.cells;
  return near2 >= min && near2 <= max && fitsLabel(chemistry, near2, printedV) ? near2 : null;
}
function twinsOf(pack) {
  const own = chemistryOf(pack.chemistry);
  if (pack.labelVoltageV !== null && fitsLabel(own, pack.cells, pack.labelVoltageV)) return [];
  return CHEMISTRIES.filter((c) => c.gentlerTwin === own.id || c.id === own.gentlerTwin);
}
function unprovedTwin(pack) {
  const { gentlerTwin } = chemistryOf(pack.chemistry);
  if (gentlerTwin === null || pack.labelVoltageV !== null || pack.makerEndVoltageV !== null) return null;
  return chemistryOf(gentlerTwin);
}

// core/request/meter-error.ts
var AGREES_V = 0.02;
var EPSILON_V = 1e-9;
var beyondAgreement = (differenceV) => Math.abs(differenceV) > AGREES_V + EPSILON_V;
function meterError(r) {
  const { reading: reading2, channel } = r;
  const meter = reading2?.cellVoltagesV ?? null;
  const shown2 = reading2?.chargerCellsV ?? null;
  const ours = reading2?.chargerChannelId === null || reading2?.chargerChannelId === channel.id;
  if (r.load.length === 1 && meter && shown2 && ours && meter.length === shown2.length) {
    const perCellV = shown2.map((v, i) => Number((v - meter[i]).toFixed(4)));
    return { perCellV, leastV: Math.min(...perCellV), from: "reading" };
  }
  if (channel.showsMoreV === null) return null;
  return { perCellV: [channel.showsMoreV], leastV: channel.showsMoreV, from: "channel" };
}
function overfillV(r) {
  const error = meterError(r);
  return error && error.leastV < 0 && beyondAgreement(error.leastV) ? -error.leastV : 0;
}

// core/program/decide/end-voltage.ts
var UNREAD_SPREAD = 0.01;
var SMALLER_CELL = 0.01;
function mostCurrentA(r) {
  const byPack = Math.min(...r.envelope.packRates.map((rate) => rate.rateC)) * ratedAh(r.pack);
  const byPower = Math.min(...powerLimits(r.envelope).map((l) => l.powerW)) / (r.pack.cells * r.chemistry.voltages.nominalV);
  return Math.min(byPack, byPower, r.channel.maxCurrentA);
}
function unseenSpreadV(r) {
  const { cells } = r.pack;
  if (cells < 2) return 0;
  const { soc, socs } = r.chargeState;
  const ahead = Math.max(...socs) - soc + UNREAD_SPREAD + SMALLER_CELL * Math.max(0, 1 - soc);
  const ohm = r.reading?.cellResistancesOhm;
  const worn = ohm?.length === cells ? Math.max(...ohm) - ohm.reduce((sum2, o) => sum2 + o, 0) / cells : 0;
  return ahead * slopeAt(r.chemistry.curve, 1) + worn * mostCurrentA(r);
}
function fullV(r) {
  const { voltages, name } = r.chemistry;
  const { makerEndVoltageV } = r.pack;
  if (makerEndVoltageV !== null && makerEndVoltageV <= voltages.setMaxV)
    return { label: "the pack maker's end of charge", value: makerEndVoltageV };
  const shift = compensationV(r.chemistry, r.packDegC);
  if (Math.abs(shift) < 5e-4) return { label: `full for ${name}`, value: voltages.chargeEndV };
  return {
    label: `full for ${name}, ${voltages.chargeEndV.toFixed(2)} V at 25 \xB0C, at ${r.packDegC.toFixed(0)} \xB0C`,
    value: voltages.chargeEndV + shift
  };
}
function wantedStorage(r) {
  const { voltages, name } = r.chemistry;
  const { low, high } = voltages.storageWindowV;
  const keeps = `${name} keeps at ${low.toFixed(2)} to ${high.toFixed(2)} V`;
  const share2 = askedShare(r);
  if (share2 !== null && travels(r))
    return {
      id: "transport",
      label: `to travel, about ${Math.round(100 * share2)} % of charge`,
      value: voltsAtShare(r, share2)
    };
  if (share2 !== null) {
    const atV = voltsAtShare(r, share2);
    const value2 = Math.min(high, Math.max(low, atV));
    const asked = `${Math.round(100 * share2)} % by ${whose(r.practice, "storageShare")} is ${atV.toFixed(2)} V`;
    return { id: "practice", label: value2 === atV ? asked : `${asked}, and ${keeps}`, value: value2 };
  }
  const own = r.practice.values.storageV;
  if (own !== null && own >= low && own <= high)
    return { id: "practice", label: `${whose(r.practice, "storageV")}; ${keeps}`, value: own };
  return { id: "chemistry", label: keeps, value: voltages.storageV };
}
function decideStorageV(r) {
  const { storageV, endVoltageStepV } = r.channel;
  const wanted = wantedStorage(r);
  if (storageV !== null) {
    const instead = wanted.id !== "chemistry" && Math.abs(wanted.value - storageV) > 5e-3 ? `; ${wanted.value.toFixed(2)} V (${wanted.label}) cannot be keyed here` : "";
    return plainly(
      "endVoltageV",
      storageV,
      "fixed",
      `fixed at ${storageV.toFixed(2)} V on this channel${instead}.`
    );
  }
  const from = Math.round(100 * Math.min(1, Math.max(0, r.chargeState.soc)));
  const way = `from about ${from} % the pack goes ${storageDirection(r, wanted.value)}`;
  const step2 = endVoltageStepV ?? 0.01;
  const value2 = wanted.id === "transport" || wanted.id === "practice" ? floorToStep(wanted.value, step2) : wanted.value;
  return plainly("endVoltageV", value2, wanted.id, `${wanted.label}; ${way}.`, step2);
}
var ABOVE_HIGHEST_V = 0.1;
function decideRecoveryV(r) {
  const belowV = r.chemistry.recovery?.belowV ?? r.chemistry.voltages.hardFloorV;
  const highest = r.reading?.cellVoltagesV ? Math.max(...r.reading.cellVoltagesV) : 0;
  const wanted = Math.max(1.1 * belowV, highest + ABOVE_HIGHEST_V);
  const until = floorToStep(Math.min(wanted, r.chemistry.voltages.chargeEndV), 0.01);
  const least2 = entryFor(r.channel, r.chemistry.id)?.endVoltageMinV ?? null;
  const { endVoltageStepV } = r.channel;
  const fixedV = fixedEndV(r);
  if (fixedV !== null)
    return plainly(
      "endVoltageV",
      fixedV,
      "fixed",
      "fixed on this channel: timer and capacity limit end the recovery."
    );
  if (least2 !== null && least2 > until)
    return plainly(
      "endVoltageV",
      least2,
      "channel",
      `the channel goes no lower; timer and capacity limit end the recovery before.`,
      endVoltageStepV
    );
  return plainly(
    "endVoltageV",
    until,
    "chemistry",
    wanted > 1.1 * belowV ? `above the ${highest.toFixed(2)} V of the highest cell; timer and capacity limit end the recovery before.` : `a tenth above ${belowV.toFixed(2)} V, the floor.`,
    endVoltageStepV
  );
}
function decideEndVoltage(r) {
  const { voltages, name } = r.chemistry;
  if (r.taskData.recovers) return decideRecoveryV(r);
  if (r.taskData.stores && r.chemistry.storage.kind === "volts") return decideStorageV(r);
  if (r.chemistry.endOfCharge.kind === "dip")
    return plainly(
      "endVoltageV",
      voltages.chargeEndV,
      "chemistry",
      `${name} ends on its dip; the channel must reach ${voltages.chargeEndV.toFixed(2)} V per cell for it.`
    );
  const { endVoltageStepV: step2, voltageAccuracyV } = r.channel;
  const endVoltageMaxV = entryFor(r.channel, r.chemistry.id)?.endVoltageMaxV ?? null;
  const unseenV = watchesCells(r) ? 0 : unseenSpreadV(r);
  const candidates = [
    { id: "full", ...fullV(r) },
    {
      id: "accuracy",
      label: `cell limit ${voltages.cellMaxV.toFixed(2)} V less the charger's \xB1${(voltageAccuracyV * 1e3).toFixed(0)} mV${unseenV > 0 ? ` and ${(unseenV * 1e3).toFixed(0)} mV of spread it cannot see` : ""}`,
      value: voltages.cellMaxV - voltageAccuracyV - unseenV
    }
  ];
  const over = overfillV(r);
  if (over > 0)
    candidates.push({
      id: "meter",
      label: `${(over * 1e3).toFixed(0)} mV under full, as this channel shows that much less than a meter`,
      value: fullV(r).value - over
    });
  if (r.purpose === "gentle")
    candidates.push({ id: "gentle", label: `gentle end for ${name}`, value: voltages.gentleEndV.high });
  if (r.practice.values.fullness === "a little less" && r.chemistry.traits.endIsChoice)
    candidates.push({
      id: "practice",
      label: `a little less by ${whose(r.practice, "fullness")}`,
      value: voltages.gentleEndV.low
    });
  const twin = unprovedTwin(r.pack);
  if (twin)
    candidates.push({
      id: "unproved",
      label: `nothing printed proves ${name}, so it ends as ${twin.name} does`,
      value: twin.voltages.chargeEndV
    });
  if (endVoltageMaxV !== null)
    candidates.push({ id: "channel", label: `channel ends at most here`, value: endVoltageMaxV });
  candidates.sort((a, b) => a.value - b.value);
  const least2 = candidates[0];
  const fixedV = fixedEndV(r);
  if (fixedV !== null || step2 === null) {
    const value2 = fixedV ?? voltages.chargeEndV;
    return {
      setting: "endVoltageV",
      value: value2,
      candidates: [{ id: "fixed", label: "fixed on this channel", value: value2 }],
      decidedBy: "fixed",
      step: step2,
      why: `fixed at ${value2.toFixed(2)} V on this channel.`
    };
  }
  const floored = floorToStep(least2.value, step2);
  return {
    setting: "endVoltageV",
    value: floored,
    candidates,
    decidedBy: least2.id,
    step: step2,
    why: `${least2.label}${floored < least2.value - 1e-9 ? `, down to the ${step2} V step` : ""}.`
  };
}

// core/program/rules/end/forecast-cell-over-limit.ts
var forecastCellOverLimit = {
  id: "forecast-cell-over-limit",
  title: "A cell would pass its limit",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  ofForecast: true,
  source: "IEC 62133-2 upper limit charging voltage, from memory; the forecast is this program\u2019s own simulation.",
  check({ r, settings, forecast: forecast2 }) {
    if (!forecast2) return null;
    const { cellMaxV } = r.chemistry.voltages;
    const unseenV = r.chemistry.traits.cellsDiffer && !watchesCells(r) ? unseenSpreadV(r) : 0;
    const byMargin = unseenV > 0 ? settings.endVoltageV + r.channel.voltageAccuracyV + unseenV : 0;
    const reach = Math.max(forecast2.highestCellV.p99, byMargin);
    if (reach <= cellMaxV + 1e-6) return null;
    const blind = watchesCells(r) ? "" : " The charger sees only the sum: use the balance lead.";
    return {
      sentence: `${byMargin > forecast2.highestCellV.p99 ? "By what its cells may differ the highest" : "In the forecast the highest cell"} reaches ${reach.toFixed(3)} V, above the ${cellMaxV.toFixed(2)} V limit.${blind}`
    };
  }
};

// core/program/rules/end/charger-shows-otherwise.ts
var ALIKE_V = 0.02;
var moreOrLess = (v) => `${text(millivolts(Math.abs(v)))} ${v < 0 ? "less" : "more"}`;
var chargerShowsOtherwise = {
  id: "charger-shows-otherwise",
  title: "Charger shows other volts than the meter",
  severity: "check",
  protects: "person",
  fire: true,
  source: `${PRACTICE2} The limit of a cell: IEC 62133-2 upper limit charging voltage, from memory.`,
  check({ r, settings, solved }) {
    const error = meterError(r);
    if (!error) return null;
    const { perCellV } = error;
    const worst = perCellV.reduce((w, v) => Math.abs(v) > Math.abs(w) ? v : w, 0);
    if (!beyondAgreement(worst)) return null;
    const unlike = Math.max(...perCellV) - Math.min(...perCellV) > ALIKE_V;
    const where = unlike ? ` at cell ${perCellV.indexOf(worst) + 1}, and other cells otherwise` : "";
    const told = `${r.charger.name} ${r.channel.label} shows ${moreOrLess(worst)} than the meter${where}`;
    const mend = unlike ? "look at that pin of the balance plug" : "have it recalibrated";
    const fills = r.taskData.moves !== "out" && r.taskData.fills;
    const by = overfillV(r);
    const keep2 = error.from === "reading" && !unlike && r.channel.showsMoreV === null ? { label: "Keep it with the channel", kind: "go", to: "edit charger" } : void 0;
    if (!fills || by === 0)
      return {
        severity: "note",
        fix: keep2,
        sentence: worst > 0 && fills ? `${told}: the charge ends that much short of full. Trust the meter, and ${mend}.` : `${told}: its end is off by as much. Trust the meter, and ${mend}.`
      };
    const { cellMaxV, chargeEndV } = r.chemistry.voltages;
    const reachV = settings.endVoltageV + by;
    const lowered = solved.endVoltageV < settings.endVoltageV - 1e-9;
    const fix = lowered ? {
      label: `Set ${text(volts(solved.endVoltageV))}`,
      kind: "set",
      set: { endVoltageV: solved.endVoltageV }
    } : void 0;
    const full = r.pack.makerEndVoltageV ?? chargeEndV;
    if (reachV <= full + 5e-3)
      return {
        severity: "note",
        fix: keep2,
        sentence: `${told}: with ${text(volts(settings.endVoltageV))} keyed a cell really ends near ${text(volts(reachV))}. Trust the meter, and ${mend}.`
      };
    return {
      severity: reachV > cellMaxV + 1e-9 ? "stop" : "check",
      sentence: `${told}: keyed to ${text(volts(settings.endVoltageV))}, a cell would really reach ${text(volts(reachV, 3))}${reachV > cellMaxV + 1e-9 ? `, above the ${text(volts(cellMaxV))} limit` : ""}. Key in less, or ${mend}.`,
      fix
    };
  }
};

// core/program/rules/end/index.ts
var endRules = [
  chargeGivenUp,
  endAboveMaker,
  endUnderPresentVolts,
  endVoltageAboveChemistry,
  endVoltageInexactCharger,
  endVoltageNotOffered,
  forecastCellOverLimit,
  chargerShowsOtherwise
];

// core/program/guard-school.ts
function guardSchool({ r, settings, solved }, guard) {
  if (r.practice.values.guards === "per pack" || settings[guard] !== solved[guard]) return null;
  return {
    by: `, by ${whose(r.practice, "guards")}`,
    fix: { label: "For this pack its own", kind: "practice", set: { guards: "per pack" } }
  };
}

// core/program/rules/guards/capacity-limit-protects-nothing.ts
var capacityLimitProtectsNothing = {
  id: "capacity-limit-protects-nothing",
  title: "Capacity limit protects nothing",
  severity: "check",
  protects: "person",
  source: PRACTICE2,
  check(input) {
    const { r, settings, solved } = input;
    const held2 = heldSetting(r, "capacityLimitAh");
    if (!held2) return null;
    const limit = settings.capacityLimitAh;
    const school = guardSchool(input, "capacityLimitAh");
    const own = solved.capacityLimitAh === null || solved.capacityLimitAh === limit ? void 0 : {
      label: `Set ${text(milliampHours(solved.capacityLimitAh))}`,
      kind: "set",
      set: { capacityLimitAh: solved.capacityLimitAh }
    };
    const fix = school?.fix ?? own;
    const by = school?.by ?? "";
    if (limit === null && r.chemistry.traits.harmedWithoutLimit && limitIsProgram(r, settings))
      return {
        severity: "stop",
        sentence: `The capacity limit is what ends this run, and it is off: nothing else would, before the pack is ${r.taskData.recovers ? "pushed too far" : "full or empty"}.`,
        fix
      };
    if (limit === null)
      return { sentence: `The capacity limit is off${by}: a charger that misses full would go on.`, fix };
    const most = Math.max(mostProtectingAh(r, settings, held2.step) + held2.step, held2.min);
    if (limit <= most + 1e-9) return null;
    return {
      sentence: `${text(milliampHours(limit))}${by}${by && ","} is more than ${text(milliampHours(mostProtectingAh(r, settings, held2.step)))}, from where on the limit would no longer keep this ${text(milliampHours(r.pack.capacityAh))} pack from harm.`,
      fix
    };
  }
};

// core/program/rules/guards/capacity-limit-too-low.ts
var capacityLimitTooLow = {
  id: "capacity-limit-too-low",
  title: "Capacity limit would cut the charge short",
  severity: "stop",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings, solved, forecast: forecast2 }) {
    const limit = settings.capacityLimitAh;
    if (limit === null || !forecast2 || limitIsProgram(r, settings)) return null;
    const needAh = neededAh(r, settings, forecast2);
    if (limit >= needAh - 1e-9) return null;
    const median3 = Math.min(forecast2.chargeAh.median, needAh);
    const enough = solved.capacityLimitAh !== null && solved.capacityLimitAh >= needAh;
    return {
      sentence: `A limit of ${text(milliampHours(limit))} ${limit < median3 ? "stops" : "may stop"} it early: about ${text(milliampHours(median3))}, up to ${text(milliampHours(needAh))}, will flow.`,
      fix: enough ? {
        label: `Set ${text(milliampHours(solved.capacityLimitAh))}`,
        kind: "set",
        set: { capacityLimitAh: solved.capacityLimitAh }
      } : void 0
    };
  }
};

// core/program/rules/guards/no-probe.ts
var noProbe = {
  id: "no-probe",
  title: "Temperature limit without a probe",
  severity: "note",
  protects: "person",
  source: PRACTICE2,
  check({ r, settings }) {
    if (settings.temperatureLimitDegC === null || r.channel.hasProbe || !heldSetting(r, "temperatureLimitDegC"))
      return null;
    return {
      sentence: `Channel ${r.channel.label} has no probe, so the ${settings.temperatureLimitDegC} \xB0C limit sees nothing: touch the pack every ten minutes; warm is normal, hot is not.`
    };
  }
};

// core/program/rules/guards/temperature-limit-loose.ts
var temperatureLimitLoose = {
  id: "temperature-limit-loose",
  title: "Temperature limit above the chemistry",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { tripDegC } = r.chemistry.temperatures;
    const limit = settings.temperatureLimitDegC;
    if (limit === null || limit <= tripDegC || !heldSetting(r, "temperatureLimitDegC")) return null;
    return {
      sentence: `${text(degrees(limit))} is above ${text(degrees(tripDegC))}, where ${r.chemistry.name} must stop.`,
      fix: solved.temperatureLimitDegC !== null && solved.temperatureLimitDegC <= tripDegC ? {
        label: `Set ${text(degrees(solved.temperatureLimitDegC))}`,
        kind: "set",
        set: { temperatureLimitDegC: solved.temperatureLimitDegC }
      } : void 0
    };
  }
};

// core/program/rules/guards/temperature-limit-under-pack.ts
var temperatureLimitUnderPack = {
  id: "temperature-limit-under-pack",
  title: "Temperature limit at or under the pack\u2019s own temperature",
  severity: "check",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const limit = settings.temperatureLimitDegC;
    if (limit === null || !r.channel.hasProbe || limit > r.warmestDegC) return null;
    const to = solved.temperatureLimitDegC;
    return {
      sentence: `The limit of ${text(degrees(limit))} is not above the ${text(degrees(r.warmestDegC))} that the pack may have now: the run would be cut at once.`,
      fix: to !== null && to > r.warmestDegC ? { label: `Set ${text(degrees(to))}`, kind: "set", set: { temperatureLimitDegC: to } } : void 0
    };
  }
};

// core/program/rules/guards/timer-protects-nothing.ts
var timerProtectsNothing = {
  id: "timer-protects-nothing",
  title: "Safety timer protects nothing",
  severity: "check",
  protects: "person",
  source: PRACTICE2,
  check(input) {
    const { r, settings, solved, forecast: forecast2 } = input;
    if (!forecast2 || r.taskData.limitsAreProgram || !heldSetting(r, "safetyTimerMin")) return null;
    const timer = settings.safetyTimerMin;
    const school = guardSchool(input, "safetyTimerMin");
    const own = solved.safetyTimerMin === null || solved.safetyTimerMin === timer ? void 0 : {
      label: `Set ${text(minutes(solved.safetyTimerMin))}`,
      kind: "set",
      set: { safetyTimerMin: solved.safetyTimerMin }
    };
    const fix = school?.fix ?? own;
    const by = school?.by ?? "";
    if (timer === null)
      return { sentence: `The safety timer is off${by}: nothing ends a charge that never gets full.`, fix };
    const held2 = heldSetting(r, "safetyTimerMin");
    const most = mostProtectingMin(r, settings, forecast2);
    if (timer <= Math.max(most + held2.step, held2.min)) return null;
    return {
      sentence: `${text(minutes(timer))}${by}${by && ","} is longer than ${text(minutes(Math.ceil(most)))}, the most that guards this run: a fault would go on until then.`,
      fix
    };
  }
};

// core/program/rules/guards/timer-too-short.ts
var FEW_STAGES = 2;
function isStage(r, timerMin) {
  const held2 = heldSetting(r, "safetyTimerMin");
  if (!held2 || r.taskData.moves === "both") return false;
  if (r.chemistry.endOfCharge.kind === "dip" && r.taskData.moves !== "out") return false;
  return held2.fixed || timerMin >= floorToStep(held2.max, held2.step) - 1e-9;
}
var timerTooShort = {
  id: "timer-too-short",
  title: "Safety timer would cut the charge short",
  severity: "stop",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings, solved, forecast: forecast2 }) {
    const timer = settings.safetyTimerMin;
    if (timer === null || !forecast2 || r.taskData.limitsAreProgram) return null;
    const needMin = neededMin(r, settings, forecast2);
    if (timer >= needMin - 1e-6) return null;
    const median3 = Math.min(forecast2.legMin.median, needMin);
    const whole2 = {
      in: "before it is full: a full charge",
      out: "before it is done: the discharge",
      either: "before it is there: the run",
      both: "before a leg is done: the longest leg"
    }[r.taskData.moves];
    const took = `about ${text(minutes(median3))}, up to ${text(minutes(Math.ceil(needMin)))}`;
    if (isStage(r, timer))
      return {
        severity: needMin > FEW_STAGES * timer ? "check" : "note",
        sentence: `${r.charger.name} ends every run after ${text(minutes(timer))} at the latest, and this one takes ${took}: it goes in stages. Started again with what is then read, it goes on from there.`
      };
    const enough = solved.safetyTimerMin !== null && solved.safetyTimerMin >= needMin;
    const mayBeOff = r.taskData.moves === "both" && heldSetting(r, "safetyTimerMin")?.canBeOff === true;
    const sure = timer < median3 ? "Stops" : "May stop";
    return {
      sentence: `${sure} at ${text(minutes(timer))} ${whole2} takes ${took}.`,
      fix: enough ? {
        label: `Set ${text(minutes(solved.safetyTimerMin))}`,
        kind: "set",
        set: { safetyTimerMin: solved.safetyTimerMin }
      } : mayBeOff ? { label: "Timer off", kind: "set", set: { safetyTimerMin: null } } : void 0
    };
  }
};

// core/program/rules/guards/index.ts
var guardsRules = [
  capacityLimitProtectsNothing,
  capacityLimitTooLow,
  noProbe,
  temperatureLimitLoose,
  temperatureLimitUnderPack,
  timerProtectsNothing,
  timerTooShort
];

// core/simulate/joining/member.ts
function cellOhms({ pack, reading: reading2 }) {
  const measured = reading2.cellResistancesOhm;
  const usual = chemistryOf(pack.chemistry).defaults.seriesOhmAh / pack.capacityAh;
  return Array.from(
    { length: pack.cells },
    (_, i) => measured?.length === pack.cells ? measured[i] : usual
  );
}

// core/simulate/joining/node.ts
function meetAtNode(emf, ohm) {
  const conductance = ohm.reduce((sum2, r) => sum2 + 1 / r, 0);
  const node = emf.reduce((sum2, e, k) => sum2 + e / ohm[k], 0) / conductance;
  return emf.map((e, k) => (node - e) / ohm[k]);
}

// core/simulate/joining/settling.ts
var LEVEL_C = 0.1;
var FINE_S = 0.5;
var COARSE_S = 5;
var MINUTE_S = 60;
var LONGEST_S2 = 4 * 3600;
function settle(members, ohmFactor = 1) {
  const { curve, defaults } = chemistryOf(members[0].pack.chemistry);
  const packs = members.map((m) => {
    const capacityAh = ratedAh(m.pack);
    return {
      socs: cellVoltages(m.reading, m.pack.cells).map((v) => socAt(curve, v)),
      capacityAh,
      seriesOhm: ohmFactor * cellOhms(m).reduce((a, b) => a + b, 0),
      relaxOhm: ohmFactor * m.pack.cells * defaults.relaxOhmAh / m.pack.capacityAh,
      relaxV: 0,
      movedAh: 0
    };
  });
  const emf = () => packs.map((p) => p.socs.reduce((sum2, s) => sum2 + ocvAt(curve, s), 0) + p.relaxV);
  const ohm = packs.map((p) => p.seriesOhm);
  const peakA = meetAtNode(emf(), ohm);
  const minuteAs = packs.map(() => 0);
  let timeS = 0;
  let levelS = 0;
  while (timeS < LONGEST_S2) {
    const dtS = timeS < MINUTE_S ? FINE_S : COARSE_S;
    const amps2 = meetAtNode(emf(), ohm);
    packs.forEach((p, k) => {
      const keep2 = Math.exp(-dtS / defaults.relaxS);
      p.relaxV = p.relaxV * keep2 + amps2[k] * p.relaxOhm * (1 - keep2);
      const ah = amps2[k] * dtS / 3600;
      p.movedAh += ah;
      for (let i = 0; i < p.socs.length; i++) p.socs[i] += ah / p.capacityAh;
      if (timeS < MINUTE_S) minuteAs[k] += amps2[k] * dtS;
    });
    timeS += dtS;
    const flows = packs.some((p, k) => Math.abs(amps2[k]) > LEVEL_C * p.capacityAh);
    if (flows) levelS = timeS;
    else if (timeS > MINUTE_S) break;
  }
  return {
    peakA,
    minuteMeanA: minuteAs.map((s) => s / MINUTE_S),
    movedShare: packs.map((p) => p.movedAh / p.capacityAh),
    levelMin: levelS / 60
  };
}

// core/simulate/joining/meeting.ts
var total2 = (values) => values.reduce((a, b) => a + b, 0);
var KNOWN_OHM = 1.1;
var USUAL_OHM = 1.35;
var CONTACT_OHM = 0.02;
function balanceContacts(volts3, ohms) {
  const mean2 = volts3.map((v) => total2(v) / v.length);
  const greatest = (of) => Math.max(
    ...volts3[0].flatMap(
      (_, i) => meetAtNode(
        volts3.map((__, k) => of(k, i)),
        ohms.map((r) => r[i] + CONTACT_OHM)
      ).map(Math.abs)
    )
  );
  return {
    balanceFirstA: greatest((k, i) => volts3[k][i]),
    balanceAfterA: greatest((k, i) => volts3[k][i] - mean2[k])
  };
}
function meetingOf(members) {
  const { curve } = chemistryOf(members[0].pack.chemistry);
  const { cells } = members[0].pack;
  const volts3 = members.map((m) => cellVoltages(m.reading, cells));
  const ohms = members.map(cellOhms);
  const capacities = members.map((m) => m.pack.measuredCapacityAh ?? m.pack.capacityAh);
  const movedAh = members.map(() => 0);
  const positions = Array.from({ length: cells }, (_, i) => {
    const emf = volts3.map((v) => v[i]);
    const socs = emf.map((v) => socAt(curve, v));
    const settled2 = total2(socs.map((s, k) => s * capacities[k])) / total2(capacities);
    socs.forEach((s, k) => movedAh[k] += (settled2 - s) * capacities[k] / cells);
    return {
      apartV: Math.max(...emf) - Math.min(...emf),
      firstA: meetAtNode(
        emf,
        ohms.map((r) => r[i])
      ),
      settledV: ocvAt(curve, settled2)
    };
  });
  const mainA = meetAtNode(volts3.map(total2), ohms.map(total2));
  const peak = { peakC: 0, peakPack: members[0].pack.name, peakCell: 1 };
  members.forEach(
    ({ pack }, k) => positions.forEach((p, i) => {
      const rate = Math.max(Math.abs(p.firstA[k]), Math.abs(mainA[k])) / pack.capacityAh;
      if (rate > peak.peakC) Object.assign(peak, { peakC: rate, peakPack: pack.name, peakCell: i + 1 });
    })
  );
  const known = members.every((m) => m.reading.cellResistancesOhm?.length === cells);
  const factor = known ? KNOWN_OHM : USUAL_OHM;
  return {
    settling: settle(members),
    range: { low: settle(members, factor), high: settle(members, 1 / factor) },
    positions,
    mainA,
    movedAh,
    ...balanceContacts(volts3, ohms),
    ...peak
  };
}

// core/simulate/joining/may-join.ts
var CLOSE_V = 0.1;
var STRICT_V = 0.02;
var STRICT_C = 0.5;
var ORDINARY2 = { unlabelledC: 1, moved: 0.05 };
var WITH_CARE = { minuteC: 3, moved: 0.165, plugTimes: 2, balanceA: 2 };
var FLAT_APART_V = 0.02;
var UNRESTED = { loaded: "under load", "just used": "within half an hour of its use or charge" };
var STALE_H = 0.25;
var UNLIKE_TIMES = 4;
function windowV(chemistry, practice) {
  const closeV = practice.values.parallel === "close volts, strict" ? STRICT_V : CLOSE_V;
  return chemistry.storage.kind === "charge" ? Math.min(FLAT_APART_V, closeV) : closeV;
}
var ago = (hours) => hours < 1 ? `${Math.round(60 * hours)} min ago` : hours < 48 ? `${Math.round(hours)} h ago` : `${Math.round(hours / 24)} d ago`;
var stop = (rule, sentence) => ({ rule, severity: "stop", sentence });
var AGES_APART = 2;
var YEAR_MS2 = 365.25 * 864e5;
function byAge(packs) {
  const dated = packs.flatMap((p) => p.firstUsedOn ? [{ name: p.name, at: Date.parse(p.firstUsedOn) }] : []).sort((a, b) => a.at - b.at);
  const [old, young] = [dated[0], dated[dated.length - 1]];
  if (dated.length < 2 || young.at - old.at <= AGES_APART * YEAR_MS2) return [];
  return [
    {
      rule: "join-ages-apart",
      severity: "note",
      sentence: `${old.name} is ${((young.at - old.at) / YEAR_MS2).toFixed(1)} years older than ${young.name}: it takes less of the current and may hold less than its label says, so the younger one is worked harder than the shares here say.`
    }
  ];
}
function byKind(packs, practice) {
  const [first] = packs;
  const by = whose(practice, "parallel");
  const out = [];
  const { traits, name } = chemistryOf(first.chemistry);
  if (practice.values.parallel === "never") out.push(stop("join-never", `Never in parallel, by ${by}.`));
  if (!traits.mayJoin)
    out.push(
      stop(
        "join-chemistry-never",
        `${name} packs are never charged in parallel: the warmest takes the current of the others.`
      )
    );
  const other = packs.find((p) => p.chemistry !== first.chemistry);
  if (other)
    out.push(
      stop(
        "join-chemistries-differ",
        `${first.name} is ${name}, ${other.name} ${chemistryOf(other.chemistry).name}.`
      )
    );
  const count = packs.find((p) => p.cells !== first.cells);
  if (count)
    out.push(
      stop(
        "join-cells-differ",
        `${first.name} is ${first.cells}S, ${count.name} ${count.cells}S: volts would not meet.`
      )
    );
  const unfit = packs.find((p) => p.condition !== "in service");
  if (unfit) out.push(stop("join-out-of-service", `${unfit.name} is marked ${unfit.condition}.`));
  const clever = packs.find((p) => p.electronics !== "none");
  if (clever)
    out.push(
      stop(
        "join-electronics",
        `${clever.name} has electronics of its own, which may switch it off or bleed it while the others feed it: it is charged alone.`
      )
    );
  const [small, large] = [...packs].sort((a, b) => ratedAh(a) - ratedAh(b)).filter((_, k, all) => k === 0 || k === all.length - 1);
  if (large && ratedAh(large) > UNLIKE_TIMES * ratedAh(small))
    out.push({
      rule: "join-capacities-apart",
      severity: "check",
      sentence: `${large.name} holds ${(ratedAh(large) / ratedAh(small)).toFixed(1)} times what ${small.name} does: whatever goes wrong in the large one, the small one pays for.`
    });
  const unlike = packs.find(
    (p) => p.capacityAh !== first.capacityAh || p.labelChargeRateC !== first.labelChargeRateC
  );
  if (unlike && practice.values.parallel === "same model only")
    out.push(
      stop(
        "join-models-differ",
        `${first.name} and ${unlike.name} are not the same make-up, which is what ${by} asks.`
      )
    );
  const blind = packs.find((p) => p.cells > 1 && !p.balanceLead);
  if (blind)
    out.push({
      rule: "join-no-balance-lead",
      severity: "check",
      sentence: `${blind.name} has no balance lead to join: its cells would go their own way.`
    });
  return out;
}
function byReading(members, now) {
  const out = [];
  for (const { pack, reading: reading2 } of members) {
    if (!reading2) {
      out.push(stop("join-not-read", `${pack.name} was never measured: read every cell first.`));
      continue;
    }
    const cells = reading2.cellVoltagesV;
    if (!cells && pack.cells > 1)
      out.push(
        stop(
          "join-cells-not-read",
          `Of ${pack.name} only the whole pack was read; a low sum may be one empty cell: read each cell.`
        )
      );
    const ageH = (Date.parse(now) - Date.parse(reading2.takenAt)) / 36e5;
    if (reading2.state !== "rest" || ageH > STALE_H)
      out.push(
        stop(
          "join-reading-stale",
          `${pack.name} was read ${reading2.state === "rest" ? ago(ageH) : UNRESTED[reading2.state]}: read it again at rest, right before.`
        )
      );
    const { cellMaxV, hardFloorV } = chemistryOf(pack.chemistry).voltages;
    const outside = (cells ?? []).find((v) => v > cellMaxV || v < hardFloorV);
    if (outside !== void 0)
      out.push(
        stop(
          "join-cell-outside",
          `A cell of ${pack.name} reads ${outside.toFixed(2)} V: that pack is charged with no other.`
        )
      );
  }
  return out;
}
var rounded = (rate) => cRate(Number(rate.toPrecision(2)));
function byWhatItDoes(members, meeting, strict, by) {
  const { settling } = meeting;
  const receives = members.map((m, k) => ({
    m,
    minuteC: settling.minuteMeanA[k] / ratedAh(m.pack),
    labelC: m.pack.labelChargeRateC ?? ORDINARY2.unlabelledC
  }));
  const hardest = receives.reduce((a, b) => b.minuteC / b.labelC > a.minuteC / a.labelC ? b : a);
  const moved2 = Math.max(...settling.movedShare.map(Math.abs));
  const plug = members.map((m, k) => ({ at: connectorOf(m.pack.connectorId), amps: Math.abs(settling.peakA[k]) })).find(({ at, amps: amps2 }) => at !== null && amps2 > WITH_CARE.plugTimes * at.currentA);
  const what = `in the first minute about ${rounded(hardest.minuteC)} would flow into ${hardest.m.pack.name}, ${Math.round(100 * moved2)} % of a charge until they are level`;
  if (strict && hardest.minuteC > STRICT_C + 1e-9)
    return [
      stop(
        "join-first-minute",
        `As they meet, ${what}; at most ${cRate(STRICT_C)} by ${by}: let them come closer first.`
      )
    ];
  if (hardest.minuteC > WITH_CARE.minuteC || moved2 > WITH_CARE.moved)
    return [stop("join-first-minute", `As they meet, ${what}: charge the lower one alone first.`)];
  if (meeting.balanceAfterA > WITH_CARE.balanceA)
    return [
      stop(
        "join-balance-contact",
        `Even with the main leads level, ${text(amps(meeting.balanceAfterA))} would flow through a balance contact, which carries ${text(amps(WITH_CARE.balanceA))}: their cells do not match.`
      )
    ];
  const hard = hardest.minuteC > hardest.labelC + 1e-9 || moved2 > ORDINARY2.moved || plug !== void 0;
  if (!hard) return [];
  const plugs = plug ? ` The first current, ${text(amps(plug.amps))}, is more than its ${plug.at.name} bears for long.` : "";
  return [
    {
      rule: "join-first-minute",
      severity: "check",
      sentence: `As they meet, ${what}.${plugs} Main leads first, wait ${Math.max(1, Math.ceil(settling.levelMin))} min until they are level, then the balance leads; or bring them closer first, let them rest and read again.`
    }
  ];
}
function byVolts2(members, meeting, practice) {
  const out = [];
  const chemistry = chemistryOf(members[0].pack.chemistry);
  const flat2 = chemistry.storage.kind === "charge";
  const strict = practice.values.parallel === "close volts, strict";
  const apartV = windowV(chemistry, practice);
  const by = whose(practice, "parallel");
  const worst = meeting.positions.reduce((a, b) => b.apartV > a.apartV ? b : a);
  const cell2 = meeting.positions.indexOf(worst) + 1;
  if (worst.apartV > apartV + 1e-9)
    out.push(
      stop(
        "join-volts-apart",
        `At cell ${cell2} they are ${text(millivolts(worst.apartV))} apart, at most ${text(millivolts(apartV))} by ${by}: charge the lower one alone first.`
      )
    );
  out.push(...byWhatItDoes(members, meeting, strict, by));
  const charges = members.map((m) => socByVolts(chemistry, m.pack.cells, m.reading));
  if (flat2 && charges.some((soc) => soc > 0.2 && soc < 0.9))
    out.push({
      rule: "join-flat-curve",
      severity: "check",
      sentence: `${chemistry.name} stands near ${text(volts(worst.settledV))} from a fifth to nearly full: join only packs whose charge is known, such as just filled ones.`
    });
  return out;
}
function mayJoin(candidates, practice, now) {
  const packs = candidates.map((c) => c.pack);
  const findings = [...byKind(packs, practice), ...byAge(packs), ...byReading(candidates, now)];
  const alike = packs.every((p) => p.chemistry === packs[0].chemistry && p.cells === packs[0].cells);
  const members = candidates.filter((c) => c.reading !== null);
  const meeting = alike && members.length === candidates.length ? meetingOf(members) : null;
  if (meeting && chemistryOf(packs[0].chemistry).traits.mayJoin)
    findings.push(...byVolts2(members, meeting, practice));
  const gravity = { stop: 0, check: 1, note: 2 };
  findings.sort((a, b) => gravity[a.severity] - gravity[b.severity]);
  return { findings, meeting, may: findings.every((f) => f.severity !== "stop") };
}

// core/program/rules/joined/load-joins-with-care.ts
var loadJoinsWithCare = {
  id: "load-joins-with-care",
  title: "Packs joined on one channel",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (r.load.length === 1) return null;
    const judged = mayJoin(r.load, r.practice, r.now);
    const check2 = judged.may ? judged.findings.find((f) => f.severity === "check") : void 0;
    return check2 ? { sentence: check2.sentence } : null;
  }
};

// core/program/rules/joined/load-may-not-join.ts
var loadMayNotJoin = {
  id: "load-may-not-join",
  title: "Packs that must not be joined",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    if (r.load.length === 1) return null;
    const stop2 = mayJoin(r.load, r.practice, r.now).findings.find((f) => f.severity === "stop");
    return stop2 ? { sentence: stop2.sentence, fix: { label: "Read the packs", kind: "go", to: "read pack" } } : null;
  }
};

// core/program/rules/joined/index.ts
var joinedRules = [loadJoinsWithCare, loadMayNotJoin];

// core/quantity/plausible.ts
var SLIPS = [1e3, 100, 10];
function askAboutSlip(value2, usual) {
  if (!(value2 > 0) || value2 >= usual.low && value2 <= usual.high) return null;
  for (const slip of SLIPS) {
    const meant = value2 < usual.low ? value2 * slip : value2 / slip;
    if (meant >= usual.low && meant <= usual.high) {
      const figure2 = Number(meant.toPrecision(6));
      return {
        question: `${usual.label} of ${value2} ${usual.unit} is unusual. Was ${figure2} ${usual.unit} meant?`,
        meant: figure2
      };
    }
  }
  return null;
}
var USUAL_CAPACITY_MAH = { label: "A capacity", unit: "mAh", low: 50, high: 3e4 };

// core/program/rules/label/capacity-slip.ts
var capacitySlip = {
  id: "capacity-slip",
  title: "Capacity looks like a slip",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const asked = askAboutSlip(Math.round(r.pack.capacityAh * 1e6) / 1e3, USUAL_CAPACITY_MAH);
    if (!asked) return null;
    return { sentence: asked.question, fix: { label: "Edit the pack", kind: "go", to: "edit pack" } };
  }
};

// core/program/rules/label/capacity-worn.ts
var WORN = 0.8;
var RETIRE = 0.6;
var capacityWorn = {
  id: "capacity-worn",
  title: "Pack has lost capacity",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const measured = r.pack.measuredCapacityAh;
    if (measured === null || measured >= WORN * r.pack.capacityAh) return null;
    return {
      severity: measured < RETIRE * r.pack.capacityAh ? "check" : "note",
      sentence: `It held ${text(milliampHours(measured))} of ${text(milliampHours(r.pack.capacityAh))} when last measured: rates count from what it held, not from the label. Near ${Math.round(100 * RETIRE)} % it is retired.`
    };
  }
};

// core/program/rules/label/discharges-itself.ts
var dischargesItself = {
  id: "discharges-itself",
  title: "Pack discharges itself after some days",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (r.pack.electronics !== "discharges itself") return null;
    return {
      sentence: `${r.pack.name} takes itself to storage after some days: warmth while it does so is normal, and its volts now may already be lower than last read.`
    };
  }
};

// core/program/rules/label/higher-end-unproved.ts
var higherEndUnproved = {
  id: "higher-end-unproved",
  title: "Nothing proves the chemistry with the higher end",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r, settings }) {
    const twin = unprovedTwin(r.pack);
    if (!twin) return null;
    const { name } = r.chemistry;
    const ask = `${name} and ${twin.name} look alike: enter the volts that are printed on this pack, or its maker's end of charge, once.`;
    const fix = { label: "Edit the pack", kind: "go", to: "edit pack" };
    const { setMaxV, cellMaxV } = twin.voltages;
    if (settings.endVoltageV > setMaxV + 1e-9)
      return {
        sentence: `${ask} ${twin.name} burns above ${text(volts(cellMaxV))} a cell, and this program would go to ${text(volts(settings.endVoltageV))}.`,
        fix
      };
    if (!r.taskData.fills) return null;
    return {
      severity: "note",
      sentence: `${ask} Until then it ends at ${text(volts(setMaxV))} as ${twin.name} does, which harms neither.`,
      fix
    };
  }
};

// core/program/rules/label/label-says-gentler-chemistry.ts
var labelSaysGentlerChemistry = {
  id: "label-says-gentler-chemistry",
  title: "The label names a chemistry with a lower end of charge",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r, settings }) {
    const printed = r.pack.labelVoltageV;
    if (printed === null || fitsLabel(r.chemistry, r.pack.cells, printed)) return null;
    const gentler = CHEMISTRIES.find(
      (c) => fitsLabel(c, r.pack.cells, printed) && c.voltages.setMaxV < settings.endVoltageV - 1e-9
    );
    if (!gentler) return null;
    return {
      sentence: `${text(volts(printed, 1))} printed on ${r.pack.cells}S means ${gentler.name}, which is never set above ${text(volts(gentler.voltages.setMaxV))} per cell; this program would go to ${text(volts(settings.endVoltageV))}. The charger cannot tell them apart.`,
      fix: { label: "Edit the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/label/label-says-other-count.ts
var labelSaysOtherCount = {
  id: "label-says-other-count",
  title: "Printed volts of another cell count",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const printed = r.pack.labelVoltageV;
    const count = printed === null ? null : countOnLabel(r.pack, printed);
    if (printed === null || count === null) return null;
    return {
      sentence: `The label says ${text(volts(printed, 1))}, which is what ${count} ${r.chemistry.name} cells are printed; the pack is entered as ${r.pack.cells}S. Find out which is right before anything is connected.`,
      fix: { label: "Edit the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/label/label-volts-contradict.ts
var labelVoltsContradict = {
  id: "label-volts-contradict",
  title: "Printed volts do not fit chemistry and cells",
  severity: "check",
  protects: "person",
  source: PRACTICE2,
  check({ r }) {
    const printed = r.pack.labelVoltageV;
    if (printed === null || fitsLabel(r.chemistry, r.pack.cells, printed)) return null;
    if (countOnLabel(r.pack, printed) !== null) return null;
    const others = CHEMISTRIES.filter((c) => fitsLabel(c, r.pack.cells, printed)).map((c) => c.name);
    const expected = r.pack.cells * r.chemistry.voltages.printedV[0];
    const hint = others.length ? ` ${text(volts(printed, 1))} on ${r.pack.cells}S is what ${others.join(" or ")} prints.` : "";
    return {
      sentence: `The label says ${text(volts(printed, 1))}; ${r.pack.cells} ${r.chemistry.name} cells would be printed ${text(volts(expected, 1))}.${hint} Look at the label again before charging.`,
      fix: { label: "Edit the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/label/maker-end-not-read.ts
var makerEndNotRead = {
  id: "maker-end-not-read",
  title: "Higher end than is usual without the maker saying so",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const { chargeEndV } = r.chemistry.voltages;
    if (!r.chemistry.traits.labelled || r.taskData.stores || r.pack.makerEndVoltageV !== null) return null;
    if (settings.endVoltageV <= chargeEndV + 1e-9) return null;
    return {
      sentence: `${text(volts(settings.endVoltageV))} is above the usual ${text(volts(chargeEndV))} of ${r.chemistry.name}: only where the maker of the cells says so. Enter it with the pack.`,
      fix: { label: "Edit the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/label/no-label-rate.ts
var noLabelRate = {
  id: "no-label-rate",
  title: "No charge rate on the label",
  severity: "note",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (r.pack.labelChargeRateC !== null || !r.chemistry.traits.labelled) return null;
    const { rateC, guessed } = unlabelledRate(r.chemistry, r.practice);
    const usualC = r.chemistry.rates.noLabelC;
    if (guessed && rateC > usualC + 1e-9)
      return {
        severity: "check",
        sentence: `No charge rate is known from the label; ${cRate(rateC)} by ${whose(r.practice, "noLabelC")} is a guess, and ${cRate(usualC)} does no harm.`,
        fix: { label: `At most ${cRate(usualC)}`, kind: "practice", set: { noLabelC: null } }
      };
    return {
      sentence: `No charge rate is known from the label, so ${cRate(rateC)} is the most that is proposed${guessed ? `, by ${whose(r.practice, "noLabelC")}` : ""}.`,
      fix: { label: "Add it to the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/label/own-balancer.ts
var ownBalancer = {
  id: "own-balancer",
  title: "Pack has its own balancer",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (r.pack.electronics !== "own balancer" || r.channel.knowsOwnBalancer) return null;
    return {
      sentence: `${r.pack.name} carries its own balancer and channel ${r.channel.label} does not know such packs: charge it only as its maker says, and look at every cell afterwards.`
    };
  }
};

// core/program/rules/label/pack-not-in-service.ts
var packNotInService = {
  id: "pack-not-in-service",
  title: "Pack is not in service",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const { condition, act } = r.state.condition;
    if (condition === "in service") return null;
    return { sentence: `${r.pack.name} is marked ${condition}: do not charge it. ${act}`.trim() };
  }
};

// core/program/rules/label/pair-partner.ts
var pairPartner = {
  id: "pair-partner",
  title: "Pack sails as a pair",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (r.pack.pairId === null) return null;
    return {
      sentence: `${r.pack.name} works as one of a pair: give its partner the same program, on a second channel or straight after.`
    };
  }
};

// core/program/rules/label/index.ts
var labelRules = [
  capacitySlip,
  capacityWorn,
  dischargesItself,
  higherEndUnproved,
  labelSaysGentlerChemistry,
  labelSaysOtherCount,
  labelVoltsContradict,
  makerEndNotRead,
  noLabelRate,
  ownBalancer,
  packNotInService,
  pairPartner
];

// core/program/rules/lead-acid/lead-compensation.ts
var NOTICED_V = 0.01;
var leadCompensation = {
  id: "lead-compensation",
  title: "Charge set by temperature",
  severity: "note",
  protects: "pack",
  when: "charging",
  source: "DIN 41773 and \u22123 to \u22125 mV/K per cell, from memory.",
  check({ r }) {
    const shift = compensationV(r.chemistry, r.packDegC);
    if (Math.abs(shift) < NOTICED_V) return null;
    const measured = r.reading?.temperatureDegC != null;
    return {
      sentence: `At ${text(degrees(r.packDegC))} the end moves by ${shift > 0 ? "+" : "\u2212"}${text(millivolts(Math.abs(shift)))} a cell from 25 \xB0C${measured ? "" : "; the air was taken for the battery: measure it"}.`
    };
  }
};

// core/program/rules/lead-acid/lead-drained.ts
var leadDrained = {
  id: "lead-drained",
  title: "A drained lead battery is judged before it is filled",
  severity: "check",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const givenAh = drainedAh(r);
    const { lowRest } = r.chemistry.traits;
    if (givenAh === null || lowRest === null) return null;
    return {
      sentence: `Drained this far it may have a shorted cell as well: stay with it, ventilate, give it ${text(milliampHours(givenAh))} and read it an hour later. From ${text(volts(lowRest.ordinaryFromV))} a cell it goes on as usual, below it is retired.`
    };
  }
};

// core/simulate/afterwards.ts
var STEP_S = 60;
var settled = ({ soc, relaxV, temperatureDegC }) => ({
  soc: soc.map((s) => Math.min(1, s)),
  relaxV: relaxV.map(() => 0),
  temperatureDegC
});
function afterwards(model, state, upkeep, hours) {
  const floats = upkeep.kind === "float";
  const from = floats ? settled(state) : state;
  const gassingA = floats ? upkeep.gassingA : 0;
  const cells = floats ? { ...model, acceptance: null } : model;
  const before = from.soc.reduce((sum2, s, i) => sum2 + s * model.capacityAh[i], 0);
  const sim = new ChargeSimulation(
    cells,
    {
      currentA: floats ? upkeep.mostA : upkeep.currentA,
      endVoltageV: floats ? upkeep.voltageV : Infinity,
      powerW: Infinity,
      // Nothing but time ends it.
      taperA: -1,
      seesCells: false,
      balanceCurrentA: 0,
      balanceFromV: Infinity,
      balanceToleranceV: 0,
      voltageErrorV: 0,
      currentFactor: 1,
      dip: null,
      reached: "full",
      timerS: hours * 3600,
      capacityLimitAh: Infinity,
      temperatureLimitDegC: Infinity
    },
    from
  );
  while (sim.endReason === null) sim.step(STEP_S);
  const stored2 = (sim.soc.reduce((sum2, s, i) => sum2 + s * model.capacityAh[i], 0) - before) / sim.cells;
  const chargeAh = sim.chargeAh + gassingA * hours;
  return {
    chargeAh,
    storedShare: chargeAh > 0 ? stored2 / chargeAh : 1,
    currentA: sim.currentA + gassingA,
    packV: sim.packV,
    warmerK: sim.temperatureDegC - model.ambientDegC
  };
}

// core/program/rules/lead-acid/lead-float.ts
var NIGHT_H = 12;
var leadFloat = {
  id: "lead-float",
  title: "What a lead battery takes on float",
  severity: "note",
  protects: "pack",
  when: "charging",
  source: "DIN 41773 for the float volts, from memory; the charge is simulated.",
  check({ r, settings, forecast: forecast2 }) {
    const end = r.chemistry.endOfCharge;
    const floatV = floatAt(r.chemistry, r.packDegC);
    if (end.kind !== "absorption" || floatV === null || !forecast2 || r.task !== "charge") return null;
    if (drainedAh(r) !== null) return null;
    const upkeep = {
      kind: "float",
      voltageV: floatV,
      mostA: settings.currentA,
      gassingA: end.floatC * r.pack.capacityAh
    };
    const night = afterwards(packModel(r), forecast2.best.endState, upkeep, NIGHT_H);
    return {
      sentence: `Left connected after the end it floats at ${text(volts(floatV))} a cell, ${text(volts(floatV * r.pack.cells))} in all: about ${text(milliampHours(night.chargeAh))} in a night, ${Math.round(night.currentA * 1e3)} mA at its end. A charger that does not float must be taken off.`
    };
  }
};

// core/program/rules/lead-acid/lead-low-too-hard.ts
var leadLowTooHard = {
  id: "lead-low-too-hard",
  title: "A low lead battery charged too hard",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { lowRest } = r.chemistry.traits;
    if (!lowRest || r.taskData.recovers || !restsLow(r.pack, r.reading)) return null;
    const mostA = lowRest.rateC * ratedAh(r.pack);
    const perCell = text(volts(packVoltage(r.reading) / r.pack.cells));
    if (settings.currentA > mostA + 1e-9) {
      const fix = solved.currentA <= mostA + 1e-9 ? { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } } : void 0;
      return {
        sentence: `It rests at ${perCell} a cell: ${cRate(lowRest.rateC)}, ${text(amps(mostA))}, at most, and this program uses ${text(amps(settings.currentA))}. It heats and gasses when it is pushed.`,
        fix
      };
    }
    const givenAh = drainedAh(r);
    const held2 = heldSetting(r, "capacityLimitAh");
    if (givenAh === null || !held2) return null;
    const limit = settings.capacityLimitAh;
    if (limit !== null && limit <= Math.max(givenAh, held2.min) + 1e-9) return null;
    return {
      sentence: `Drained, it is given ${text(milliampHours(givenAh))} and judged; this program ${limit === null ? "has no capacity limit" : `lets ${text(milliampHours(limit))} in`}.`,
      fix: solved.capacityLimitAh !== null && solved.capacityLimitAh <= Math.max(givenAh, held2.min) + 1e-9 ? {
        label: `Set ${text(milliampHours(solved.capacityLimitAh))}`,
        kind: "set",
        set: { capacityLimitAh: solved.capacityLimitAh }
      } : void 0
    };
  }
};

// core/program/rules/lead-acid/lead-shorted-cell.ts
var leadShortedCell = {
  id: "lead-shorted-cell",
  title: "Lead battery with a shorted cell",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const low = lowRestOf(r.pack, r.reading);
    const { cells } = r.pack;
    if (low !== "shorted" && low !== "either") return null;
    const total3 = text(volts(packVoltage(r.reading)));
    if (low === "either")
      return {
        severity: "check",
        sentence: `${total3} may be ${cells} low cells, or ${cells - 1} full ones and one that is shorted: stay with it, and judge it an hour after a full charge. Under ${text(volts(cells * r.chemistry.voltages.storageWindowV.low, 1))} then, retire it.`
      };
    return {
      sentence: `${total3} on ${cells} cells is what ${cells - 1} good cells show: one is shorted, and it boils on charge. Retire the battery, unless you know that it was drained: then read it again and say that it was used until it faded.`,
      fix: { label: "Read it again", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/lead-acid/lead-ventilate.ts
var leadVentilate = {
  id: "lead-ventilate",
  title: "Lead gives off gas",
  severity: "note",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.chemistry.traits.gasses) return null;
    return {
      sentence: "A lead battery gives off hydrogen near the end of its charge: air the place, no sparks, vents open."
    };
  }
};

// core/program/rules/lead-acid/index.ts
var leadAcidRules = [
  leadCompensation,
  leadDrained,
  leadFloat,
  leadLowTooHard,
  leadShortedCell,
  leadVentilate
];

// core/program/rules/nickel/delta-v-false-peak.ts
var deltaVFalsePeak = {
  id: "delta-v-false-peak",
  title: "A false early peak could end the charge",
  severity: "check",
  protects: "result",
  when: "charging",
  ofForecast: true,
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    if (!forecast2?.falseEnd || settings.deltaV === null) return null;
    const wider = r.chemistry.endOfCharge.kind === "dip" ? r.chemistry.endOfCharge.looseDeltaV : settings.deltaV;
    return {
      sentence: `At ${text(millivolts(settings.deltaV))} a cell a false early peak may end it with ${text(milliampHours(forecast2.falseEnd.chargeAh))} in${forecast2.falseEnd.looserHelps ? ": a few mV more would not, with the other guards on" : ", and a few mV more would not help: let the pack take the temperature of the air first, or charge it a little slower"}.`,
      fix: forecast2.falseEnd.looserHelps && wider > settings.deltaV && r.channel.deltaVStepV !== null ? { label: `Set ${text(millivolts(wider))}`, kind: "set", set: { deltaV: wider } } : void 0
    };
  }
};

// core/program/rules/nickel/delta-v-out-of-range.ts
var deltaVOutOfRange = {
  id: "delta-v-out-of-range",
  title: "Sensitivity to the dip out of range",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const end = r.chemistry.endOfCharge;
    const v = settings.deltaV;
    if (end.kind !== "dip" || v === null) return null;
    const fix = solved.deltaV === null ? void 0 : {
      label: `Set ${text(millivolts(solved.deltaV))}`,
      kind: "set",
      set: { deltaV: solved.deltaV }
    };
    const range = `${1e3 * end.deltaV.low} to ${text(millivolts(end.deltaV.high))}`;
    if (v < end.deltaV.low - 1e-9)
      return {
        sentence: `${text(millivolts(v))} a cell is too fine for ${r.chemistry.name} (${range}): ripple or a false peak ends the charge with little in.`,
        fix
      };
    if (v <= end.deltaV.high + 1e-9) return null;
    const guarded = settings.capacityLimitAh !== null && settings.temperatureLimitDegC !== null && r.channel.hasProbe;
    if (v <= end.looseDeltaV + 1e-9 && guarded) return null;
    return {
      severity: v > end.looseDeltaV + 1e-9 ? "stop" : "check",
      sentence: `${text(millivolts(v))} a cell is coarse for ${r.chemistry.name} (${range}): up to ${text(millivolts(end.looseDeltaV))} only with a temperature limit that feels the pack and a capacity limit on.`,
      fix
    };
  }
};

// core/program/rules/nickel/nickel-cell-reversed.ts
var nickelCellReversed = {
  id: "nickel-cell-reversed",
  title: "Discharge could reverse the weakest cell",
  severity: "stop",
  protects: "pack",
  when: "discharging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const v = settings.dischargeEndV;
    if (!r.chemistry.traits.reverses || v === null || r.pack.cells < 2) return null;
    const safePackV = nickelEndPackV(r.pack.cells);
    if (v * r.pack.cells >= safePackV - 1e-9) return null;
    return {
      sentence: `Ending at ${text(volts(v * r.pack.cells))} lets ${r.pack.cells === 2 ? "one cell" : `${r.pack.cells - 1} cells`} hold up while the weakest is driven backwards: end the pack at ${text(volts(safePackV))} or above.`,
      fix: solved.dischargeEndV === null ? void 0 : {
        label: `Set ${text(volts(solved.dischargeEndV))} per cell`,
        kind: "set",
        set: { dischargeEndV: solved.dischargeEndV }
      }
    };
  }
};

// core/program/rules/nickel/nickel-high-volts.ts
var nickelHighVolts = {
  id: "nickel-high-volts",
  title: "Nickel cells stand high under charge",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, forecast: forecast2 }) {
    const { lookAgainV } = r.chemistry.voltages;
    if (lookAgainV === null || !forecast2 || forecast2.highestCellV.p95 <= lookAgainV) return null;
    return {
      sentence: `The forecast reaches ${text(volts(forecast2.highestCellV.p95))} per cell under charge, above ${text(volts(lookAgainV))}: cells this high are cold, tired, or charged too fast.`
    };
  }
};

// core/program/rules/nickel/nickel-pack-dead.ts
var LOW_V = 1;
var NOTHING_V = 0.3;
var nickelPackDead = {
  id: "nickel-pack-dead",
  title: "Nickel pack with next to no volts",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.chemistry.traits.reverses || !r.reading || r.reading.state === "loaded") return null;
    const total3 = packVoltage(r.reading);
    const perCell = total3 / r.pack.cells;
    if (perCell >= LOW_V) return null;
    if (perCell < NOTHING_V)
      return {
        severity: "stop",
        sentence: `${text(volts(total3))} on ${r.pack.cells} cells is next to nothing: a wire is open, or cells are shorted or reversed. Look at plug and leads and measure again; a pack that stays so is retired.`,
        fix: { label: "Read it again", kind: "go", to: "read pack" }
      };
    return {
      sentence: `${text(volts(total3))} on ${r.pack.cells} cells is lower than an empty pack rests: one cell may be reversed. Begin at a tenth of C and stay with it; it must be above ${text(volts(LOW_V * r.pack.cells, 1))} within half an hour.`
    };
  }
};

// core/program/rules/nickel/nickel-restart.ts
var FULL_FROM = 0.88;
function byState({ charge: charge2, how }) {
  if (charge2 === null || charge2.low < FULL_FROM) return null;
  return {
    sentence: `It holds ${Math.round(100 * Math.min(1, charge2.low))} % or more, ${how ?? "by its volts"}: charged again it only heats. Use it first.`
  };
}
var nickelRestart = {
  id: "nickel-restart",
  title: "A full nickel pack would be charged again",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const { fullRestV } = r.chemistry.traits;
    if (fullRestV === null || r.taskData.repeats) return null;
    const perCell = r.reading && !r.state.readBefore ? packVoltage(r.reading) / r.pack.cells : 0;
    if (perCell < fullRestV) return byState(r.state);
    return {
      sentence: `${text(volts(perCell))} per cell is what a full ${r.chemistry.name} pack rests at: charged again it only heats. Use it first.`
    };
  }
};

// core/program/rules/nickel/no-peak-expected.ts
var WARM_DEG_C = 35;
var noPeakExpected = {
  id: "no-peak-expected",
  title: "No fall of the volts to end on is expected",
  severity: "stop",
  protects: "pack",
  when: "charging",
  ofForecast: true,
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    if (r.chemistry.endOfCharge.kind !== "dip" || !forecast2 || timedAh(r, settings.currentA) !== null)
      return null;
    const charges = forecast2.best.legs.filter((leg) => leg.kind === "charge");
    if (charges.every((leg) => leg.endReason === "full" || leg.endReason === "temperature rise")) return null;
    const warmestDegC = Math.max(r.ambientDegC, r.packDegC);
    const warm = warmestDegC >= WARM_DEG_C;
    return {
      sentence: `The forecast shows no fall of the volts that would end this charge${warm ? ` at ${text(degrees(warmestDegC))}: let pack and place cool first` : ": more current, where pack and channel bear it, or 0.1C ended by time"}.`
    };
  }
};

// core/program/rules/nickel/slow-nickel-on-dip.ts
var slowNickelOnDip = {
  id: "slow-nickel-on-dip",
  title: "Slow nickel charge relies on the dip",
  severity: "check",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const end = r.chemistry.endOfCharge;
    if (end.kind !== "dip") return null;
    const holdsAh = ratedAh(r.pack);
    const rateC = settings.currentA / holdsAh;
    if (settings.currentA >= floorToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) - 1e-9)
      return null;
    if (rateC >= end.unreliableBelowC - 1e-9)
      return {
        sentence: `At ${cRate(rateC)} the dip of ${r.chemistry.name} is weak and may be missed: ${cRate(end.weakBelowC)} or more, or rely on the capacity limit.`,
        fix: {
          label: `Set ${text(amps(ceilToStep(end.weakBelowC * holdsAh, r.channel.currentStepA)))}`,
          kind: "set",
          set: { currentA: ceilToStep(end.weakBelowC * holdsAh, r.channel.currentStepA) }
        }
      };
    if (rateC > end.timedMaxC + 1e-9) {
      const { currentStepA, minCurrentA } = r.channel;
      const slow = Math.max(minCurrentA, floorToStep(end.slowC * holdsAh, currentStepA));
      const enough = ceilToStep(end.weakBelowC * holdsAh, currentStepA);
      const bears = Math.min(
        ...limitsAt(r.envelope, r.pack.cells * settings.endVoltageV).map((l) => l.currentA)
      );
      const set = enough <= bears + 1e-9 ? enough : slow <= end.timedMaxC * holdsAh + 1e-9 ? slow : null;
      return {
        severity: "stop",
        sentence: `At ${cRate(rateC)} ${r.chemistry.name} shows no dip to end on, and to be ended by time it is too fast: ${cRate(end.weakBelowC)} or more, or ${cRate(end.slowC)}.${set === null ? " This channel can do neither: use another." : ""}`,
        fix: set === null ? void 0 : { label: `Set ${text(amps(set))}`, kind: "set", set: { currentA: set } }
      };
    }
    if (settings.safetyTimerMin !== null || settings.capacityLimitAh !== null) return null;
    return {
      severity: "stop",
      sentence: `At ${cRate(rateC)} ${r.chemistry.name} shows no dip to end on, and neither timer nor capacity limit is on: the charge would never end.`
    };
  }
};

// core/program/rules/nickel/trickle-never.ts
var trickleNever = {
  id: "trickle-never",
  title: "Trickle where it must never be",
  severity: "stop",
  protects: "person",
  fire: true,
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    if (settings.trickleA === null || r.chemistry.rates.trickleMaxC !== null) return null;
    return {
      sentence: `${r.chemistry.name} is never trickled: a current of ${Math.round(settings.trickleA * 1e3)} mA after full goes on overcharging it.`,
      fix: { label: "Trickle off", kind: "set", set: { trickleA: null } }
    };
  }
};

// core/program/rules/nickel/trickle-too-much.ts
var DAY_H = 24;
var trickleTooMuch = {
  id: "trickle-too-much",
  title: "Trickle too much for the pack",
  severity: "stop",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, forecast: forecast2 }) {
    const most = r.chemistry.rates.trickleMaxC;
    if (settings.trickleA === null || most === null) return null;
    const mostA = most * ratedAh(r.pack);
    const trickle = { kind: "trickle", currentA: settings.trickleA };
    const day2 = forecast2 && afterwards(packModel(r), forecast2.best.endState, trickle, DAY_H);
    const warm = day2 ? ` In a day ${text(milliampHours(day2.chargeAh))} go in, of which ${Math.round(100 * Math.max(0, day2.storedShare))} % is stored, and it stays ${day2.warmerK.toFixed(0)} K warmer than the air.` : "";
    if (settings.trickleA <= mostA + 1e-9)
      return {
        severity: "check",
        sentence: `A trickle of ${Math.round(settings.trickleA * 1e3)} mA goes on as long as the pack is connected: time it, and take the pack away.${warm}`,
        fix: { label: "Trickle off", kind: "set", set: { trickleA: null } }
      };
    return {
      sentence: `${Math.round(settings.trickleA * 1e3)} mA is too much trickle for ${text(milliampHours(ratedAh(r.pack)))} of ${r.chemistry.name}: at most ${Math.round(mostA * 1e3)} mA, better none.${warm}`,
      fix: { label: "Trickle off", kind: "set", set: { trickleA: null } }
    };
  }
};

// core/program/rules/nickel/index.ts
var nickelRules = [
  deltaVFalsePeak,
  deltaVOutOfRange,
  nickelCellReversed,
  nickelHighVolts,
  nickelPackDead,
  nickelRestart,
  noPeakExpected,
  slowNickelOnDip,
  trickleNever,
  trickleTooMuch
];

// core/program/rules/reading/already-full.ts
var alreadyFull = {
  id: "already-full",
  title: "Pack is already full",
  severity: "note",
  protects: "pack",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const full = r.state.claim === "full" && r.chargeState.soc >= 0.97;
    if (!full && (!r.chargeState.fromReading || r.chargeState.soc < 0.97)) return null;
    return {
      sentence: `${r.chargeState.fromReading || r.state.how === null ? "By its reading" : `It was ${r.state.how}:`} the pack is ${text(percent(Math.min(1, r.chargeState.soc)))} full: there is little to charge.`
    };
  }
};

// core/program/rules/reading/cell-over-limit.ts
var cellOverLimit = {
  id: "cell-over-limit",
  title: "A cell reads above its limit",
  severity: "stop",
  protects: "person",
  fire: true,
  source: "IEC 62133-2 upper limit charging voltage, from memory.",
  check({ r }) {
    const limit = r.chemistry.voltages.cellMaxV;
    const cells = r.reading?.cellVoltagesV ?? [];
    const at = cells.findIndex((v) => v > limit);
    if (at < 0) return null;
    return {
      sentence: `Cell ${at + 1} reads ${text(volts(cells[at], 3))}, above the ${text(volts(limit))} limit of ${r.chemistry.name}: leave the pack alone outdoors and do not charge it.`
    };
  }
};

// core/program/rules/reading/cell-under-floor.ts
var cellUnderFloor = {
  id: "cell-under-floor",
  title: "A cell is too empty to charge",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading) return null;
    const floor = r.chemistry.voltages.doNotChargeV;
    const cells = cellVoltages(r.reading, r.pack.cells);
    const at = cells.findIndex((v) => v < floor);
    if (at < 0) return null;
    const which = r.reading.cellVoltagesV ? `Cell ${at + 1}` : "A cell on average";
    return {
      sentence: `${which} reads ${text(volts(cells[at]))}, below ${text(volts(floor))}: ${r.chemistry.name} this empty ${r.chemistry.traits.emptyHarm}, and is not charged: retire it.`
    };
  }
};

// core/program/rules/reading/cells-look-like-another.ts
var PLATEAU = { from: 0.2, to: 0.95 };
var STEEP = 3;
var ALIKE_V2 = 0.02;
function onPlateau(c, v) {
  return v >= ocvAt(c.curve, PLATEAU.from) && v <= ocvAt(c.curve, PLATEAU.to);
}
var cellsLookLikeAnother = {
  id: "cells-look-like-another",
  title: "The cells rest where another chemistry does",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const { pack, reading: reading2, chemistry } = r;
    const cells = reading2?.cellVoltagesV;
    if (!reading2 || !cells || cells.length < 2 || reading2.state !== "rest") return null;
    if (pack.labelVoltageV !== null && fitsLabel(chemistry, pack.cells, pack.labelVoltageV)) return null;
    const [low, high] = [Math.min(...cells), Math.max(...cells)];
    if (high - low > ALIKE_V2 || slopeAt(chemistry.curve, socAt(chemistry.curve, low)) < STEEP) return null;
    const other = CHEMISTRIES.find(
      (c) => c.family === chemistry.family && c.storage.kind === "charge" && c.voltages.setMaxV < chemistry.voltages.setMaxV && onPlateau(c, low) && onPlateau(c, high)
    );
    if (!other) return null;
    return {
      sentence: `All ${cells.length} cells rest at ${text(volts(low))}, as ${other.name} does for most of its charge; ${chemistry.name} passes there in a moment when it is empty. Enter the volts that are printed on the pack: ${other.name} ends at ${text(volts(other.voltages.chargeEndV))}.`,
      fix: { label: "Edit the pack", kind: "go", to: "edit pack" }
    };
  }
};

// core/program/rules/reading/charge-contradicted.ts
var percent2 = (share2) => Math.round(100 * Math.min(1, Math.max(0, share2)));
function sentenceOf(r, { piece: piece2, says, others }) {
  const { how } = r.state;
  const known = says === null ? null : percent2(says);
  const now = percent2(others);
  switch (piece2) {
    case "volts":
      return `Its volts say ${known} %, and everything else ${now} %${how ? ` (${how})` : ""}: one cell was read wrong, or it is another pack.`;
    case "count":
      return `The charge that was counted in its last run does not fit what was in it and how it ended; about ${now} % is left by everything else.`;
    case "answer":
    case "end":
    case "use": {
      const why = known !== null && now < known ? "a cell leaks, or it was used after all" : "it was charged since, or the reading is of another pack";
      return `It was ${how ?? "said to be otherwise"}, so about ${known} % should be left, and its volts say ${now} %: ${why}.`;
    }
  }
}
var chargeContradicted = {
  id: "charge-contradicted",
  title: "What is known contradicts itself",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const { contradicted } = r.chargeState;
    if (!contradicted) return null;
    return {
      sentence: sentenceOf(r, contradicted),
      fix: { label: "Read it again", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/charge-from-flat-volts.ts
var WIDE = 0.2;
var chargeFromFlatVolts = {
  id: "charge-from-flat-volts",
  title: "Charge read from volts on a flat curve",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    const byCharge = r.chemistry.storage.kind === "charge";
    if (!byCharge && r.chemistry.traits.voltsTellCharge || !r.chargeState.fromReading) return null;
    const { low, high } = r.chargeState.band;
    if (high - low < WIDE) return null;
    const range = `${Math.round(100 * low)} to ${Math.round(100 * high)} %`;
    const storing = r.taskData.stores;
    const what = storing ? "to put it away, empty or fill it first and count the mAh" : "the forecast is as wide, until a reading says how the pack was used";
    return {
      severity: storing ? "check" : "note",
      sentence: `The volts of ${r.chemistry.name} say only that it holds ${range}: ${what}.`,
      fix: storing ? void 0 : { label: "Say how it was used", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/heat-unexplained.ts
var heatUnexplained = {
  id: "heat-unexplained",
  title: "Hot without current or use",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    if (r.state.warmth.unexplained === null) return null;
    return {
      sentence: `${r.pack.name} was called hot, and neither current nor use in the hour before explains it: outdoors, away from what burns, watched, nothing connected. It is measured once it has been left alone for an hour.`,
      fix: { label: "Measure it", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/last-end-doubted.ts
var lastEndDoubted = {
  id: "last-end-doubted",
  title: "The last run did not end as it says",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const { judged, restV, endInDanger } = r.state;
    if (judged?.outcome !== "not what it says" || restV !== null || endInDanger !== null) return null;
    return {
      sentence: `At its last run: ${judged.reason} ${judged.next}`,
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/last-end-in-danger.ts
var lastEndInDanger = {
  id: "last-end-in-danger",
  title: "A cell stood where it may burn",
  severity: "stop",
  protects: "person",
  fire: true,
  source: "IEC 62133-2 upper limit charging voltage, from memory; common practice, no source, for the rest.",
  check({ r }) {
    const { endInDanger } = r.state;
    if (endInDanger === null) return null;
    return {
      sentence: `At its last run: ${endInDanger.reason} ${endInDanger.next}`,
      fix: { label: "Read every cell", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/no-reading.ts
var noReading = {
  id: "no-reading",
  title: "Pack was not read",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const needsCells = r.pack.cells > 1 && r.chemistry.balanceFromCells !== null && r.pack.balanceLead;
    if (r.reading && (r.reading.cellVoltagesV || !needsCells)) return null;
    return {
      sentence: r.reading ? "Only the pack was measured: a low cell would not show. Read every cell first." : `Nobody has measured this pack: read ${needsCells ? "every cell" : "it"} before the run.`,
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/pack-cold.ts
var packCold = {
  id: "pack-cold",
  title: "Pack too cold to charge",
  severity: "stop",
  protects: "pack",
  when: "charging",
  source: `IEC 62133-2 charge range 10 to 45 \xB0C, from memory; slow charge from 5 \xB0C: ${PRACTICE2}`,
  check({ r }) {
    const { leastDegC, coldDegC, coldRateC } = r.chemistry.temperatures;
    if (r.coldestDegC >= coldDegC) return null;
    const known = sentenceCase(r.state.warmth.howColdest);
    const fix = r.coldestDegC < r.warmestDegC || r.reading?.temperatureDegC == null ? { label: "Measure it now", kind: "go", to: "read pack" } : void 0;
    if (r.coldestDegC < leastDegC)
      return {
        sentence: `${known}; below ${text(degrees(leastDegC))} ${r.chemistry.traits.coldHarm}. Warm it to about 20 \xB0C first.`,
        fix
      };
    return {
      severity: "note",
      sentence: `${known}, so it is charged at no more than ${coldRateC}C; warmed to 20 \xB0C it could go faster.`,
      fix
    };
  }
};

// core/program/rules/reading/pack-hot.ts
var packHot = {
  id: "pack-hot",
  title: "Pack too hot to start",
  severity: "stop",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const { startMaxDegC } = r.chemistry.temperatures;
    if (r.warmestDegC <= startMaxDegC) return null;
    return {
      sentence: `${sentenceCase(r.state.warmth.howWarmest)}; let it cool below ${text(degrees(startMaxDegC))} ${r.taskData.moves === "out" ? "first" : "before charging"}.`,
      fix: r.state.warmth.supposed ? { label: "Measure it now", kind: "go", to: "read pack" } : void 0
    };
  }
};

// core/program/rules/reading/reading-before-run.ts
var readingBeforeRun = {
  id: "reading-before-run",
  title: "The reading is from before the last run",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading || !r.state.readBefore) return null;
    const { lastUse, movedAt } = r.state;
    return {
      sentence: lastUse?.at === movedAt ? "The pack was used after its last reading: measure it again, once it is no warmer than the room." : "The last reading is from before the last run: measure again, so that a cell that went high or low in it is seen.",
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/reading-contradicts-cells.ts
var SUM_OFF = { eachV: 0.02, share: 3e-3 };
var readingContradictsCells = {
  id: "reading-contradicts-cells",
  title: "The reading contradicts the cell count",
  severity: "stop",
  protects: "person",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading) return null;
    const read2 = r.reading.cellVoltagesV?.length;
    const { cells } = r.pack;
    if (read2 !== void 0 && read2 !== cells)
      return {
        sentence: `The last reading has ${read2} cells and the pack is entered as ${cells}S: find out which is right.`
      };
    const total3 = packVoltage(r.reading);
    const { cellMaxV } = r.chemistry.voltages;
    if (read2 === void 0 && total3 > cells * cellMaxV)
      return {
        sentence: `${text(volts(total3))} is more than ${cells} ${r.chemistry.name} cells can hold (${text(volts(cells * cellMaxV, 1))}): wrong count, wrong chemistry, or overcharged.`
      };
    const sum2 = r.reading.cellVoltagesV?.reduce((a, b) => a + b, 0);
    if (sum2 !== void 0 && r.reading.packVoltageV !== null && Math.abs(sum2 - total3) > SUM_OFF.eachV * cells + SUM_OFF.share * total3)
      return {
        sentence: `The cells add up to ${text(volts(sum2))} and the pack reads ${text(volts(total3))}: one of them was read or typed wrong.`
      };
    return null;
  }
};

// core/program/rules/reading/reading-from-the-future.ts
var CLOCKS_MS = 2 * 6e4;
var readingFromTheFuture = {
  id: "reading-from-the-future",
  title: "The reading is from the future",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading) return null;
    const ahead = Date.parse(r.reading.takenAt) - Date.parse(r.now);
    if (!(ahead > CLOCKS_MS)) return null;
    return {
      sentence: `The last reading is dated ${Math.round(ahead / 6e4)} min after now: a clock is wrong, and nobody knows how old it is. Measure again.`,
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/reading-not-rested.ts
var readingNotRested = {
  id: "reading-not-rested",
  title: "Volts were not taken at rest",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading || r.reading.state === "rest") return null;
    const when = r.reading.state === "loaded" ? "under load" : "just after use";
    return {
      sentence: `The reading was taken ${when}, so the charge it shows is uncertain; after half an hour of rest it is not.`
    };
  }
};

// core/program/rules/reading/reading-old.ts
var FRESH_H = 24;
var readingOld = {
  id: "reading-old",
  title: "The reading is old",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading) return null;
    const hours = (Date.parse(r.now) - Date.parse(r.reading.takenAt)) / 36e5;
    if (!(hours > FRESH_H)) return null;
    const age = hours < 72 ? `${Math.round(hours)} h` : `${Math.round(hours / 24)} days`;
    return {
      sentence: `The last reading is ${age} old: measure again, the program starts from it.`,
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/resistance-risen.ts
import { mean, median } from "d3-array";
var RISEN = 1.5;
var NEAR_END = 2;
var APART_MS = 30 * 864e5;
var resistanceRisen = {
  id: "resistance-risen",
  title: "Resistance has risen since the pack was newer",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const { reading: reading2 } = r;
    if (!reading2?.cellResistancesOhm?.length) return null;
    const at25 = (ohm, degC) => (mean(ohm) ?? NaN) / resistanceFactor(degC ?? r.ambientDegC, r.chemistry.defaults.resistanceDoublesPerK);
    const earlier = r.around.earlierResistances.filter(
      (e) => e.ohm.length === r.pack.cells && Date.parse(reading2.takenAt) - Date.parse(e.takenAt) > APART_MS
    );
    if (earlier.length === 0) return null;
    const before = median(earlier, (e) => at25(e.ohm, e.degC)) ?? NaN;
    const now = at25(reading2.cellResistancesOhm, reading2.temperatureDegC);
    const times = now / before;
    if (times < RISEN - 1e-9) return null;
    const since = earlier[0].takenAt.slice(0, 10);
    return {
      severity: times >= NEAR_END ? "check" : "note",
      sentence: `Its cells have about ${text(milliohms(now))} each, ${times.toFixed(1)} times the ${text(milliohms(before))} of ${since} (at 25 \xB0C): ${times >= NEAR_END ? "it warms more, gives less and is near its end" : "it is wearing"}.`
    };
  }
};

// core/program/rules/reading/resistance-uneven.ts
import { median as median2 } from "d3-array";
var TIMES = 1.6;
var METER_OHM = 3e-3;
var resistanceUneven = {
  id: "resistance-uneven",
  title: "One cell has far more resistance than its siblings",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    const measured = r.reading?.cellResistancesOhm;
    if (!measured || measured.length < 2) return null;
    const worst = Math.max(...measured);
    const at = measured.indexOf(worst);
    const others = median2(measured.filter((_, i) => i !== at)) ?? NaN;
    if (worst < TIMES * others || worst - others < METER_OHM) return null;
    return {
      sentence: `Cell ${at + 1} has ${text(milliohms(worst))} and its siblings about ${text(milliohms(others))}: a worn cell, or a poor contact at its tap. It warms more and falls first. Measure again; if it stays, retire the pack.`,
      fix: { label: "Measure again", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/spread-large.ts
var LOOK_V = 0.05;
var INVESTIGATE_V = 0.3;
var spreadLarge = {
  id: "spread-large",
  title: "Cells far apart",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings }) {
    const levels2 = settings.balance ? "balancing will take longer; watch that cell" : r.taskData.moves === "out" || !watchesCells(r) ? "watch that cell, it falls first" : "charge with balance on";
    const spread = r.reading ? spreadV(r.reading) : null;
    const { apart: before } = r.state;
    if (spread === null && before !== null && before.spreadV > LOOK_V + 1e-9) {
      const days = Math.floor((Date.parse(r.now) - Date.parse(before.at)) / 864e5);
      return {
        sentence: `Cells were read ${text(millivolts(before.spreadV))} apart, cell ${before.lowest} lowest, ${days < 1 ? "today" : `${days} d ago`}, and no balanced charge has levelled them since: ${levels2}. Read every cell.`,
        fix: { label: "Take a reading", kind: "go", to: "read pack" }
      };
    }
    if (spread === null || spread <= LOOK_V + 1e-9) return null;
    const cells = r.reading.cellVoltagesV;
    const low = cells.indexOf(Math.min(...cells)) + 1;
    const apart = `Cells are ${text(millivolts(spread))} apart, cell ${low} lowest`;
    const { recovery } = r.chemistry;
    if (r.taskData.recovers && recovery && spread > INVESTIGATE_V)
      return {
        sentence: `${apart}: recover the whole pack with its balance lead on, never through the balance wires alone. An hour later that cell must hold ${text(volts(recovery.belowV))}: then charge at 0.2C and watch it; if it does not, retire the pack.`
      };
    if (spread > INVESTIGATE_V)
      return {
        severity: "stop",
        sentence: `${apart}: a cell may be failing. Measure again and find out why before charging.`,
        fix: { label: "Take a reading", kind: "go", to: "read pack" }
      };
    return {
      sentence: `${apart}: ${levels2}.`
    };
  }
};

// core/pack/other-count.ts
function fewerCells(pack, packV) {
  const fullestV = Math.max(
    ...[chemistryOf(pack.chemistry), ...twinsOf(pack)].map((c) => c.voltages.setMaxV)
  );
  const fewer = pack.cells - 1;
  return fewer >= 1 && packV <= fewer * fullestV + 1e-9 ? fewer : null;
}
function moreCells(pack, packV) {
  const { voltages, cells } = chemistryOf(pack.chemistry);
  const more = pack.cells + 1;
  return more <= cells.max && packV >= more * voltages.hardFloorV - 1e-9 ? more : null;
}

// core/program/rules/reading/sum-fits-fewer-cells.ts
var sumFitsFewerCells = {
  id: "sum-fits-fewer-cells",
  title: "The volts fit fewer cells as well",
  severity: "stop",
  protects: "person",
  when: "charging",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading || r.reading.cellVoltagesV || r.chemistry.traits.counting?.by !== "most") return null;
    const packV = packVoltage(r.reading);
    const fewer = fewerCells(r.pack, packV);
    if (fewer === null) return null;
    const { cells } = r.pack;
    const endV = cells * r.chemistry.voltages.chargeEndV / fewer;
    return {
      sentence: `${text(volts(packV))} may be ${cells} cells at ${text(volts(packV / cells))}, or ${fewer} at ${text(volts(packV / fewer))}, which would be driven to ${text(volts(endV))} each. Measure every cell.`,
      fix: { label: "Read the cells", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/sum-fits-more-cells.ts
var sumFitsMoreCells = {
  id: "sum-fits-more-cells",
  title: "The volts fit more cells as well",
  severity: "check",
  protects: "pack",
  when: "discharging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.reading || r.reading.cellVoltagesV || r.chemistry.traits.counting?.by !== "most") return null;
    const packV = packVoltage(r.reading);
    const more = moreCells(r.pack, packV);
    if (more === null) return null;
    return {
      sentence: `${text(volts(packV))} may be ${r.pack.cells} cells at ${text(volts(packV / r.pack.cells))}, or ${more} at ${text(volts(packV / more))}, which would be emptied too far. Measure every cell, or count the wires of the balance lead.`,
      fix: { label: "Read the cells", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/reading/index.ts
var readingRules = [
  alreadyFull,
  cellOverLimit,
  cellUnderFloor,
  cellsLookLikeAnother,
  chargeContradicted,
  chargeFromFlatVolts,
  heatUnexplained,
  lastEndDoubted,
  lastEndInDanger,
  noReading,
  packCold,
  packHot,
  readingBeforeRun,
  readingContradictsCells,
  readingFromTheFuture,
  readingNotRested,
  readingOld,
  resistanceRisen,
  resistanceUneven,
  spreadLarge,
  sumFitsFewerCells,
  sumFitsMoreCells
];

// core/program/rules/recovery/cell-needs-recovery.ts
var cellNeedsRecovery = {
  id: "cell-needs-recovery",
  title: "A cell is below the floor",
  severity: "stop",
  protects: "pack",
  fire: true,
  source: PRACTICE2,
  check({ r }) {
    const { recovery } = r.chemistry;
    if (!r.reading || !recovery || r.taskData.recovers) return null;
    const { doNotChargeV } = r.chemistry.voltages;
    const hardFloorV = recovery.belowV;
    const cells = cellVoltages(r.reading, r.pack.cells);
    const at = cells.findIndex((v) => v >= doNotChargeV && v < hardFloorV);
    const low = lowRestOf(r.pack, r.reading);
    if (low === "shorted" || low === "drained") return null;
    if (at < 0 || cells.some((v) => v < doNotChargeV)) return null;
    return {
      sentence: `${r.reading.cellVoltagesV ? `Cell ${at + 1}` : "A cell on average"} rests at ${text(volts(cells[at]))}, below ${text(volts(hardFloorV))}: it may be recovered at ${recovery.maxC}C for ${recovery.maxMin} min, not charged at an ordinary rate.`,
      fix: { label: "Recover it", kind: "task", task: "recover" }
    };
  }
};

// core/program/rules/recovery/recovery-age-unknown.ts
var DAY_MS = 864e5;
var MOST_DAYS = 3;
var recoveryAgeUnknown = {
  id: "recovery-age-unknown",
  title: "Nobody knows how long the pack lay empty",
  severity: "stop",
  protects: "person",
  fire: true,
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.taskData.recovers) return null;
    const age = r.reading ? (Date.parse(r.now) - Date.parse(r.reading.takenAt)) / DAY_MS : Infinity;
    if (age <= MOST_DAYS) return null;
    return {
      sentence: `${r.reading ? `The pack was read ${Math.round(age)} days ago` : "The pack was never read"}: a pack that lay empty for an unknown time is not recovered, because it ${r.chemistry.traits.emptyHarm}.`,
      fix: { label: "Take a reading", kind: "go", to: "read pack" }
    };
  }
};

// core/program/rules/recovery/recovery-not-needed.ts
var recoveryNotNeeded = {
  id: "recovery-not-needed",
  title: "No cell needs recovering",
  severity: "check",
  protects: "result",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const { recovery } = r.chemistry;
    if (!r.taskData.recovers || !recovery || !r.reading) return null;
    const lowest = Math.min(...cellVoltages(r.reading, r.pack.cells));
    if (lowest < recovery.belowV) return null;
    const other = ordinaryTask(r.chemistry, r.pack.cells);
    return {
      sentence: `${r.reading.cellVoltagesV ? "The lowest cell rests at" : "A cell rests on average at"} ${text(volts(lowest))}, not under ${text(volts(recovery.belowV))}: charge it as usual, gently if you like.`,
      fix: { label: taskOf(other).name, kind: "task", task: other }
    };
  }
};

// core/program/rules/recovery/recovery-too-hard.ts
var recoveryTooHard = {
  id: "recovery-too-hard",
  title: "Recovery harder than it may be",
  severity: "stop",
  protects: "person",
  fire: true,
  when: "charging",
  source: PRACTICE2,
  check({ r, settings }) {
    const { recovery } = r.chemistry;
    if (!r.taskData.recovers || !recovery) return null;
    const capacityAh = ratedAh(r.pack);
    const mostA = recovery.maxC * capacityAh;
    const tooStrong = settings.currentA > mostA + 1e-9;
    const tooLong = (settings.safetyTimerMin ?? Infinity) > recovery.maxMin;
    const held2 = heldSetting(r, "capacityLimitAh");
    const enough = Math.max(recovery.maxShare * capacityAh + (held2?.step ?? 0), held2?.min ?? 0);
    const tooMuch = (settings.capacityLimitAh ?? 0) > enough + 1e-9;
    if (!tooStrong && !tooLong && !tooMuch) return null;
    const wrong = tooStrong ? `${text(amps(settings.currentA))} instead of at most ${text(amps(mostA))}` : tooLong ? `${settings.safetyTimerMin === null ? "no timer" : text(minutes(settings.safetyTimerMin))} instead of at most ${recovery.maxMin} min` : `${text(milliampHours(settings.capacityLimitAh))} instead of at most ${text(milliampHours(recovery.maxShare * capacityAh))}`;
    return {
      sentence: `A recovery is gentle or not at all: ${wrong}. A cell this empty heats and gasses when it is pushed.`
    };
  }
};

// core/program/rules/recovery/index.ts
var recoveryRules = [
  cellNeedsRecovery,
  recoveryAgeUnknown,
  recoveryNotNeeded,
  recoveryTooHard
];

// core/program/rules/storage/storage-outside-window.ts
var storageOutsideWindow = {
  id: "storage-outside-window",
  title: "Storage voltage outside what keeps well",
  severity: "check",
  protects: "pack",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { storageWindowV } = r.chemistry.voltages;
    if (!r.taskData.stores || travels(r) || r.chemistry.storage.kind !== "volts") return null;
    const v = settings.endVoltageV;
    if (v >= storageWindowV.low - 1e-9 && v <= storageWindowV.high + 1e-9) return null;
    return {
      sentence: `${text(volts(v))} is outside ${storageWindowV.low.toFixed(2)} to ${text(volts(storageWindowV.high))}, where ${r.chemistry.name} keeps best.`,
      fix: solved.endVoltageV >= storageWindowV.low && solved.endVoltageV <= storageWindowV.high ? {
        label: `Set ${text(volts(solved.endVoltageV))}`,
        kind: "set",
        set: { endVoltageV: solved.endVoltageV }
      } : void 0
    };
  }
};

// core/program/rules/storage/storage-reached.ts
var NEAR_V = 0.02;
var storageReached = {
  id: "storage-reached",
  title: "Pack is at storage already",
  severity: "note",
  protects: "result",
  source: PRACTICE2,
  check({ r, settings }) {
    if (travels(r) && r.reading && r.chargeState.soc <= TRANSPORT_SOC)
      return {
        sentence: `It holds about ${text(percent(Math.max(0, r.chargeState.soc)))}, and ${text(percent(TRANSPORT_SOC))} is the most to travel with: nothing needs doing.`
      };
    if (!r.taskData.stores || !r.reading || r.state.restV === null || r.chemistry.storage.kind !== "volts")
      return null;
    const perCell = packVoltage(r.reading) / r.pack.cells;
    if (Math.abs(perCell - settings.endVoltageV) > NEAR_V) return null;
    return {
      sentence: `It rests at ${text(volts(perCell))} per cell, and storage is ${text(volts(settings.endVoltageV))}: nothing needs doing.`
    };
  }
};

// core/program/rules/storage/transport-too-full.ts
var NEAR = 5e-3;
var transportTooFull = {
  id: "transport-too-full",
  title: "Too full to travel",
  severity: "check",
  protects: "person",
  source: "ICAO Technical Instructions, packing instruction 965 (30 % for cells by themselves), from memory.",
  check({ r, settings }) {
    if (!travels(r) || r.chemistry.storage.kind !== "volts") return null;
    const soc = socAt(r.chemistry.curve, settings.endVoltageV);
    if (soc <= TRANSPORT_SOC + NEAR) return null;
    const { endVoltageStepV, storageV } = r.channel;
    const targetV = floorToStep(voltsAtShare(r, TRANSPORT_SOC), endVoltageStepV ?? 0.01);
    const settable = storageV === null && endVoltageStepV !== null;
    const told = `${text(volts(settings.endVoltageV))} is about ${text(percent(soc))} of charge; cells that travel by air hold at most ${text(percent(TRANSPORT_SOC))}, about ${text(volts(targetV))}`;
    return {
      sentence: settable ? `${told}.` : `${told}. This channel goes nowhere else: discharge it and stop there by hand. Ask the carrier what else holds.`,
      fix: settable ? { label: `Set ${text(volts(targetV))}`, kind: "set", set: { endVoltageV: targetV } } : void 0
    };
  }
};

// core/program/rules/storage/kept-badly.ts
var WARM_DEGC = 25;
var PLACES = {
  "not said": { where: "", wrong: null },
  "fire-resistant box": { where: " in a fire-resistant box", wrong: null },
  bag: { where: " in a bag", wrong: null },
  "open shelf": {
    where: " in the open",
    wrong: "nothing there holds a fire, so give it a fire-resistant box"
  },
  "its model": {
    where: " in its model",
    wrong: "a speed controller that stays connected drains it under its floor, so unplug it, and box it"
  },
  "a vehicle": {
    where: " in a vehicle",
    wrong: "in the sun that passes 60 \xB0C, and in winter it freezes, so take it indoors"
  }
};
var keptBadly = {
  id: "kept-badly",
  title: "Where the pack lies does it no good",
  severity: "note",
  protects: "pack",
  source: PRACTICE2,
  check({ r }) {
    if (!r.taskData.stores || !r.chemistry.traits.burns) return null;
    const { keptAt, keptIn, keptDegC } = r.pack;
    const { where, wrong } = PLACES[keptIn];
    const warm = keptDegC !== null && keptDegC > WARM_DEGC ? `it gets ${text(degrees(keptDegC))} there, and at or below ${WARM_DEGC} \xB0C it ages least` : null;
    const faults = [wrong, warm].filter((said) => said !== null);
    if (faults.length === 0) return null;
    const place = `${keptAt ? ` at ${keptAt}` : ""}${where}`;
    return { sentence: `${place ? `It is kept${place}` : "Where it is kept"}: ${faults.join("; ")}.` };
  }
};

// core/program/rules/storage/index.ts
var storageRules = [
  storageOutsideWindow,
  storageReached,
  transportTooFull,
  keptBadly
];

// core/program/rules/supply/input-floor-low.ts
var WANTED_V = 11.5;
var LEAST_V = 11;
var inputFloorLow = {
  id: "input-floor-low",
  title: "Input floor lets the supply battery go too low",
  severity: "check",
  protects: "charger",
  source: PRACTICE2,
  check({ r }) {
    const held2 = heldSetting(r, "inputFloorV");
    if (!held2 || r.supply?.kind !== "lead battery") return null;
    const batteries = Math.max(1, Math.round(r.supply.voltageV / 12));
    const [wanted, least2] = [WANTED_V * batteries, LEAST_V * batteries];
    if (held2.heldValue !== null && held2.heldValue >= wanted - 1e-9) return null;
    const keyed = Math.min(held2.max, Math.max(held2.min, wanted));
    return {
      sentence: `${r.charger.name} stops drawing at ${held2.heldValue === null ? "no floor at all" : text(volts(held2.heldValue, 1))}; a lead battery is left at ${text(volts(wanted, 1))} loaded, ${text(volts(least2, 1))} at the very least.`,
      fix: held2.fixed ? void 0 : {
        label: `${text(volts(keyed, 1))} is keyed in now`,
        kind: "hold",
        setting: "inputFloorV",
        channelId: held2.channelId,
        task: held2.task,
        chemistry: held2.chemistry,
        value: keyed
      }
    };
  }
};

// core/program/rules/supply/supply-battery-drained.ts
var NOMINAL_V_PER_CELL = 2;
var HALF = 0.5;
var MOST2 = 0.8;
var supplyBatteryDrained = {
  id: "supply-battery-drained",
  title: "Field battery would be drained",
  severity: "check",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r, forecast: forecast2 }) {
    const { supply, charger } = r;
    if (!supply || supply.kind !== "lead battery" || supply.capacityAh === null || !forecast2) return null;
    const chargeWh = forecast2.best.legs.filter((l) => l.kind === "charge").reduce((sum2, l) => sum2 + l.energyWh, 0);
    const neededWh = chargeWh / charger.efficiency + charger.overheadW * (forecast2.best.timeS / 3600);
    const share2 = neededWh / (supply.capacityAh * NOMINAL_V_PER_CELL * Math.round(supply.voltageV / NOMINAL_V_PER_CELL));
    if (share2 <= HALF) return null;
    return {
      severity: share2 > MOST2 ? "stop" : "check",
      sentence: `This takes about ${Math.round(neededWh)} Wh, ${Math.round(100 * share2)} % of what ${supply.name} holds: below half, a lead battery sinks to its floor under load and wears.`
    };
  }
};

// core/program/rules/supply/supply-outside-input.ts
var supplyOutsideInput = {
  id: "supply-outside-input",
  title: "Supply volts outside the charger\u2019s input",
  severity: "stop",
  protects: "charger",
  source: PRACTICE2,
  check({ r }) {
    if (!r.supply) return null;
    const { inputMinV, inputMaxV, name } = r.charger;
    const v = r.supply.voltageV;
    if (v >= inputMinV && v <= inputMaxV) return null;
    return {
      sentence: `${r.supply.name} gives ${text(volts(v, 1))}; ${name} takes ${inputMinV} to ${inputMaxV} V. ${v > inputMaxV ? "Do not plug it in." : "It will not start."}`,
      fix: { label: "Change the supply", kind: "go", to: "edit charger" }
    };
  }
};

// core/program/rules/supply/supply-shared.ts
var supplyShared = {
  id: "supply-shared",
  title: "Several chargers on one supply",
  severity: "check",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    const { sameSupply, sameSupplyMostW } = r.around;
    if (!r.supply || sameSupply.length === 0) return null;
    const has = supplyPowerW(r.supply) - r.supply.otherLoadW;
    if (sameSupplyMostW <= has + 1e-6) return null;
    return {
      sentence: `${[r.charger.name, ...sameSupply].join(" and ")} hang on ${r.supply.name}: together up to ${text(watts(sameSupplyMostW))}, and it gives ${text(watts(has))}. Do not load them at once.`
    };
  }
};

// core/program/rules/supply/supply-too-weak.ts
var supplyTooWeak = {
  id: "supply-too-weak",
  title: "Supply would sag or trip",
  severity: "stop",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const limit = powerLimits(r.envelope).find((l) => l.id === "supply power");
    const neededW = settings.currentA * r.pack.cells * settings.endVoltageV;
    if (!limit || !r.supply) return null;
    const others = powerLimits(r.envelope).filter((l) => l.id === "channel power" || l.id === "shared power");
    const drawnW = Math.min(neededW, ...others.map((l) => l.powerW));
    if (drawnW <= limit.powerW + 1e-6) return null;
    return {
      sentence: `${r.supply.name} lets ${r.charger.name} put out ${text(watts(limit.powerW))} and this would draw ${text(watts(drawnW))}: the supply sags or trips and the charger restarts.`,
      fix: { label: `Set ${solved.currentA} A`, kind: "set", set: { currentA: solved.currentA } }
    };
  }
};

// core/program/rules/supply/vehicle-battery.ts
var vehicleBattery = {
  id: "vehicle-battery",
  title: "Charging from the vehicle",
  severity: "check",
  protects: "charger",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (!r.supply?.ofVehicle) return null;
    if (r.practice.values.fieldBattery === "the vehicle")
      return {
        severity: "note",
        sentence: `${r.supply.name} is the vehicle's battery, by ${whose(r.practice, "fieldBattery")}: look at its volts now and then, and keep the engine off.`
      };
    return {
      sentence: `${r.supply.name} is the battery of a vehicle: drained, it does not start, and its engine's volts may be above what ${r.charger.name} takes.`,
      fix: {
        label: "It is my practice",
        kind: "practice",
        set: { fieldBattery: "the vehicle" }
      }
    };
  }
};

// core/program/rules/supply/index.ts
var supplyRules = [
  inputFloorLow,
  supplyBatteryDrained,
  supplyOutsideInput,
  supplyShared,
  supplyTooWeak,
  vehicleBattery
];

// core/program/rules/wiring/connector-too-small.ts
var connectorTooSmall = {
  id: "connector-too-small",
  title: "Connector too small for the current",
  severity: "stop",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const connector = connectorOf(r.pack.connectorId, r.envelope.connectors);
    if (!connector || settings.currentA <= connector.currentA + 1e-9) return null;
    return {
      sentence: `The ${connector.name} carries ${text(amps(connector.currentA))}; ${text(amps(settings.currentA))} would heat it.`,
      fix: solved.currentA <= connector.currentA ? { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } } : void 0
    };
  }
};

// core/program/rules/wiring/container-sealed.ts
var containerSealed = {
  id: "container-sealed",
  title: "Sealed metal box",
  severity: "check",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r }) {
    if (r.practice.values.container !== "metal box" || !r.chemistry.traits.burns) return null;
    return {
      sentence: `A sealed metal box, by ${whose(r.practice, "container")}, holds the gas of a burning pack until it bursts: use one that vents, and leave the lid open.`,
      fix: { label: "A vented box", kind: "practice", set: { container: "vented box" } }
    };
  }
};

// core/program/rules/wiring/lead-drops-volts.ts
var NOTICED_V2 = 0.1;
var leadDropsVolts = {
  id: "lead-drops-volts",
  title: "Charge lead drops volts",
  severity: "note",
  protects: "result",
  when: "charging",
  source: "AWG definition and the resistivity of copper; that it is worth saying is common practice, no source.",
  check({ r, settings }) {
    const { inventory } = r.around;
    const found = inventory && leadFor(inventory, r.pack);
    if (!found) return null;
    const drop = settings.currentA * leadOhm(found.lead);
    if (drop < NOTICED_V2) return null;
    return {
      sentence: `${found.lead.name} (${found.lead.awg} AWG, ${found.lead.lengthM} m) drops ${text(millivolts(drop))} at ${text(amps(settings.currentA))}: the charger's pack volts read that much high, so constant voltage begins early.`
    };
  }
};

// core/program/rules/wiring/lead-too-thin.ts
var leadTooThin = {
  id: "lead-too-thin",
  title: "Charge lead too thin for the current",
  severity: "stop",
  protects: "person",
  when: "charging",
  source: PRACTICE2,
  check({ r, settings, solved }) {
    const { lead: lead3 } = r.envelope;
    if (!lead3 || settings.currentA <= lead3.currentA + 1e-9) return null;
    return {
      sentence: `${lead3.name} carries ${text(amps(lead3.currentA))}; ${text(amps(settings.currentA))} would heat it.`,
      fix: solved.currentA <= lead3.currentA ? { label: `Set ${text(amps(solved.currentA))}`, kind: "set", set: { currentA: solved.currentA } } : void 0
    };
  }
};

// core/program/rules/wiring/no-charge-lead.ts
var noChargeLead = {
  id: "no-charge-lead",
  title: "No charge lead fits this pack",
  severity: "check",
  protects: "result",
  source: PRACTICE2,
  check({ r }) {
    const { inventory } = r.around;
    const { connectorId } = r.pack;
    if (!inventory || inventory.leads.length === 0 || connectorId === null) return null;
    if (leadFor(inventory, r.pack)) return null;
    const name = inventory.connectors.find((c) => c.id === connectorId)?.name ?? connectorId;
    return {
      sentence: `None of your charge leads and adapters ends in a ${name}.`,
      fix: { label: "Look at the bench", kind: "go", to: "bench" }
    };
  }
};

// core/program/rules/wiring/no-reverse-protection.ts
var noReverseProtection = {
  id: "no-reverse-protection",
  title: "Charger does not guard against a reversed pack",
  severity: "note",
  protects: "charger",
  source: PRACTICE2,
  check({ r }) {
    if (r.charger.protections.includes("reversed polarity")) return null;
    return {
      sentence: `${r.charger.name} has no protection against a pack plugged in backwards: one spark and it is dead, or burns. Look at both colours twice before they touch.`
    };
  }
};

// core/program/rules/wiring/index.ts
var wiringRules = [
  connectorTooSmall,
  containerSealed,
  leadDropsVolts,
  leadTooThin,
  noChargeLead,
  noReverseProtection
];

// core/program/rules/index.ts
var RULES = [
  ...balanceRules,
  ...chargerRules,
  ...currentRules,
  ...dischargeRules,
  ...endRules,
  ...guardsRules,
  ...joinedRules,
  ...labelRules,
  ...leadAcidRules,
  ...nickelRules,
  ...readingRules,
  ...recoveryRules,
  ...storageRules,
  ...supplyRules,
  ...wiringRules
].sort((a, b) => a.id < b.id ? -1 : 1);

// core/program/check.ts
var ORDER = { stop: 0, check: 1, note: 2 };
var WHOM = { person: 0, pack: 1, charger: 2, result: 3 };
function fired(input) {
  const takesOut = discharges(input.r, input.settings);
  const { moves } = input.r.taskData;
  const happens = { charging: moves === "in" || moves === "both" || !takesOut, discharging: takesOut };
  return RULES.flatMap((rule) => {
    if (rule.when && !happens[rule.when]) return [];
    const result = rule.check(input);
    return result ? [{ rule, result, severity: result.severity ?? rule.severity }] : [];
  });
}
function helps(input, { rule, result, severity }, before) {
  const { fix } = result;
  if (fix?.kind !== "set") return true;
  const settings = { ...input.settings, ...fix.set };
  if (Object.entries(fix.set).every(([id2, value2]) => input.settings[id2] === value2)) return false;
  const after = fired({ ...input, settings });
  const still = after.find((f) => f.rule === rule);
  if (still && !rule.ofForecast && ORDER[still.severity] <= ORDER[severity]) return false;
  return !after.some((f) => ORDER[f.severity] < ORDER[severity] && !before.some((b) => b.rule === f.rule));
}
function check(input) {
  const all = fired(input);
  const findings = all.map((f) => ({
    rule: f.rule.id,
    severity: f.severity,
    protects: f.rule.protects,
    sentence: f.result.sentence,
    source: f.rule.source,
    fix: f.result.fix && helps(input, f, all) ? f.result.fix : null,
    overridable: f.severity !== "note" && !(f.severity === "stop" && f.rule.fire === true)
  }));
  const meant = input.r.taskData.families.includes(input.r.chemistry.family) ? findings : findings.filter(
    (f) => f.rule === "task-not-for-chemistry" || f.severity === "stop" && !f.overridable
  );
  return meant.sort((a, b) => ORDER[a.severity] - ORDER[b.severity] || WHOM[a.protects] - WHOM[b.protects]);
}
var countOf = (findings, severity) => findings.filter((f) => f.severity === severity).length;
function verdictOf(findings) {
  if (countOf(findings, "stop") > 0) return "stop";
  return countOf(findings, "check") > 0 ? "check" : "clear";
}

// core/program/decide/balance.ts
var SKIPPED = { "every charge": 0, "every third charge": 2, "every fourth charge": 3 };
function decideBalance(r) {
  const { pack, channel, chemistry, taskData } = r;
  const from = chemistry.balanceFromCells;
  const no = (decidedBy, why) => plainly("balance", false, decidedBy, why);
  if (from === null) return no("chemistry", `${chemistry.name} packs have no balance lead.`);
  if (pack.cells < from) return no("cells", `${pack.cells}S has nothing to level.`);
  if (!taskData.balances)
    return no("task", "this task does not level the cells; the balance lead may still be watched.");
  if (!pack.balanceLead) return no("pack", "the pack has no balance lead.");
  if (channel.balanceCurrentA === 0) return no("channel", "the channel does not balance.");
  if (channel.balancePortCells < pack.cells)
    return no("port", `the balance port takes ${channel.balancePortCells} cells.`);
  const { chargesSinceBalance: chargesSinceBalance2 } = r.around;
  const skipped = SKIPPED[r.practice.values.balance];
  if (chargesSinceBalance2 !== null && chargesSinceBalance2 < skipped)
    return no(
      "practice",
      `${chargesSinceBalance2} since the last one; ${r.practice.values.balance} by ${whose(r.practice, "balance")}. The lead may still be watched.`
    );
  return {
    setting: "balance",
    value: true,
    candidates: [],
    decidedBy: "practice",
    step: null,
    why: `port ${pack.cells}S, bleeds ${channel.balanceCurrentA} A per cell; every charge, so that each cell is watched.`
  };
}

// core/program/decide/cells.ts
var decideCells = (r) => ({
  setting: "cells",
  value: r.pack.cells,
  candidates: [],
  decidedBy: "pack",
  step: 1,
  why: `the pack is ${r.pack.cells}S; the charger must read ${r.pack.cells} too.`
});

// core/program/decide/cycle.ts
var REST_MIN = 10;
function decideRest(r) {
  if (!r.taskData.repeats) return plainly("restMin", null, "task", "only a cycle rests.");
  return plainly("restMin", REST_MIN, "practice", "lets the pack cool and its volts settle.", 1);
}
function decideCycles(r) {
  if (!r.taskData.repeats) return plainly("cycles", null, "task", "only a cycle repeats.");
  return plainly("cycles", 1, "practice", r.chemistry.traits.cycles.why, 1);
}
function decideOrder(r) {
  if (!r.taskData.repeats) return plainly("order", null, "task", "only a cycle has an order.");
  const { cycleOrder } = r.practice.values;
  const left = cycleOrder === "down first" ? "full" : "empty: charge or store it at once";
  return plainly("order", cycleOrder, "practice", `${whose(r.practice, "cycleOrder")}; it ends ${left}.`);
}

// core/program/decide/guards.ts
var rising = (candidates) => candidates.sort((a, b) => a.value - b.value);
var showGuardRange = (id2, { least: least2, most }) => id2 === "safetyTimerMin" ? `${Math.ceil(least2)} to ${Math.floor(most)} min` : `${Math.ceil(1e3 * least2 - 1e-6)} to ${Math.floor(1e3 * most + 1e-6)} mAh`;
function bySchool(r, held2, currentA, own) {
  const school = r.practice.values.guards;
  if (school === "per pack" || own.value === null || timedAh(r, currentA) !== null) return own;
  const by = whose(r.practice, "guards");
  const alone = showSetting(own.setting, own.value);
  if (school === "off")
    return held2.canBeOff ? {
      ...own,
      value: null,
      decidedBy: "practice",
      why: `off by ${by}; for this pack it would be ${alone}.`
    } : { ...own, why: `${own.why} Off by ${by}, but ${r.charger.name} cannot switch it off.` };
  const largest = r.around.largest?.[own.setting];
  if (!largest || largest.value <= own.value)
    return { ...own, why: `${own.why} No other pack here needs more (the largest counts, by ${by}).` };
  return {
    ...own,
    value: roundUpWithin(largest.value, held2),
    decidedBy: "practice",
    why: `what ${largest.pack} needs, by ${by}; for this pack it would be ${alone}.`
  };
}
function asHeld(r, held2, own, wouldDo) {
  if (own.decidedBy === "practice" || own.value === null) return own;
  const { heldValue } = held2;
  const { least: least2, most } = wouldDo;
  const does = heldValue !== null && heldValue >= least2 - 1e-9 && heldValue <= most + 1e-9;
  if (!does || r.charger.link !== "none") return { ...own, wouldDo };
  return {
    ...own,
    wouldDo,
    value: heldValue,
    decidedBy: "held",
    why: `${r.charger.name} holds it, and it still protects: ${showGuardRange(own.setting, wouldDo)} would do.`
  };
}
function decideTimer(r, forecast2, program) {
  const held2 = heldSetting(r, "safetyTimerMin");
  if (!held2)
    return plainly("safetyTimerMin", null, "none", "this charger has no safety timer: set an alarm.");
  const { step: step2 } = held2;
  if (held2.fixed) return plainly("safetyTimerMin", held2.heldValue, "fixed", "fixed on this charger.", step2);
  const { recovery } = r.chemistry;
  if (r.taskData.recovers && recovery)
    return plainly(
      "safetyTimerMin",
      roundDownWithin(recovery.maxMin, held2),
      "chemistry",
      `a recovery lasts at most ${recovery.maxMin} min.`,
      step2
    );
  if (!forecast2) return plainly("safetyTimerMin", held2.heldValue, "none", "no forecast to set it by.", step2);
  const { median: median3, p99 } = forecast2.legMin;
  const bound = timerBoundMin(r, program);
  const candidates = rising([
    { id: "p99 and a tenth", label: "99 of 100 runs end by then, plus a tenth", value: 1.1 * p99 },
    { id: "one and a half", label: "one and a half times the typical run", value: 1.5 * median3 },
    { id: "p99", label: "99 of 100 runs end by then", value: p99 },
    { id: "bound", label: "the capacity limit has flowed by then, and the taper is over", value: bound }
  ]);
  const usual = Math.max(p99, Math.min(1.1 * p99, 1.5 * median3));
  const wanted = Math.min(usual, bound);
  const value2 = roundUpWithin(wanted, held2);
  const wouldDo = {
    least: neededMin(r, program, forecast2),
    most: Math.max(value2, mostProtectingMin(r, program, forecast2))
  };
  const leg = forecast2.best.legs.length > 2 ? "the longest leg of " : "";
  if (value2 < wanted - 1e-9)
    return {
      ...plainly("safetyTimerMin", value2, "range", `the charger's timer ends at ${held2.max} min.`, step2),
      candidates
    };
  const decided = (by, why2) => {
    const own = { ...plainly("safetyTimerMin", value2, by, why2, step2), candidates };
    return asHeld(r, held2, bySchool(r, held2, program.currentA, own), wouldDo);
  };
  if (wanted === bound)
    return decided(
      "bound",
      `by ${Math.ceil(bound)} min all that may be missing has flowed, and the rest is over.`
    );
  const decidedBy = wanted === p99 ? "p99" : wanted === 1.1 * p99 ? "p99 and a tenth" : "one and a half";
  const more = decidedBy === "p99 and a tenth" ? ", and a tenth more" : "";
  const why = `${leg}99 of 100 simulated runs ends by ${Math.ceil(p99)} min${more}.`.replace(
    /^99 of 100 simulated runs ends/,
    "99 of 100 simulated runs end"
  );
  return decided(decidedBy, why);
}
function storedShare(r) {
  const share2 = askedShare(r);
  if (share2 === null) return "half full";
  return `${Math.round(100 * share2)} % full, ${travels(r) ? "to travel" : `by ${whose(r.practice, "storageShare")}`},`;
}
function limitCandidates(r, program, stepAh) {
  const { missing, capacity } = r.chemistry.traits.limitFactors;
  const timed = r.taskData.moves === "out" ? null : timedAh(r, program.currentA);
  if (timed !== null) return [{ id: "timed", label: "a slow charge is ended by its limit", value: timed }];
  return rising([
    {
      id: "missing",
      label: `${missing} \xD7 what may be missing`,
      value: missing * missingShare(r, program) * presentCapacityAh2(r)
    },
    { id: "capacity", label: `${capacity} \xD7 capacity`, value: mostOfCapacityAh(r) },
    { id: "least", label: "less is no limit", value: capacityBoundAh(r, program, stepAh, 0) }
  ]);
}
function decideCapacityLimit(r, forecast2, program) {
  const held2 = heldSetting(r, "capacityLimitAh");
  if (!held2)
    return plainly("capacityLimitAh", null, "none", "this charger has no capacity limit: watch the mAh.");
  const { step: step2 } = held2;
  if (held2.fixed) return plainly("capacityLimitAh", held2.heldValue, "fixed", "fixed on this charger.", step2);
  const { recovery } = r.chemistry;
  if (r.taskData.recovers && recovery)
    return plainly(
      "capacityLimitAh",
      roundUpWithin(recovery.maxShare * ratedAh(r.pack), held2),
      "chemistry",
      `a recovery puts in at most ${Math.round(100 * recovery.maxShare)} % of the capacity.`,
      step2
    );
  const need = storageNeedAh(r);
  if (need !== null)
    return plainly(
      "capacityLimitAh",
      roundUpWithin(need, held2),
      "storage",
      `${storedShare(r)} goes by charge, because the volts of ${r.chemistry.name} say nothing: about ${Math.round(1e3 * need)} mAh to move.`,
      step2
    );
  const drained = drainedAh(r);
  if (drained !== null)
    return plainly(
      "capacityLimitAh",
      roundDownWithin(drained, held2),
      "chemistry",
      `a drained battery is given ${Math.round(100 * drained / ratedAh(r.pack))} % of its capacity, and judged an hour later.`,
      step2
    );
  const candidates = limitCandidates(r, program, step2);
  const wanted = capacityBoundAh(r, program, step2);
  const value2 = roundUpWithin(wanted, held2);
  if (value2 < wanted - 1e-9)
    return {
      ...plainly(
        "capacityLimitAh",
        value2,
        "range",
        `the charger's limit ends at ${Math.round(held2.max * 1e3)} mAh.`,
        step2
      ),
      candidates
    };
  const by = candidates.find((c) => Math.abs(c.value - wanted) < 1e-9) ?? candidates[0];
  const missingAh = missingShare(r, program) * presentCapacityAh2(r);
  const whys = {
    missing: `at most ${Math.round(1e3 * missingAh)} mAh ${discharges(r, program) ? "have to come out" : "are missing"}, and ${Math.round(100 * (r.chemistry.traits.limitFactors.missing - 1))} % more.`,
    least: "hardly anything is needed."
  };
  const own = bySchool(r, held2, program.currentA, {
    ...plainly("capacityLimitAh", value2, by.id, whys[by.id] ?? `${by.label}.`, step2),
    candidates
  });
  if (!forecast2 || limitIsProgram(r, program)) return own;
  return asHeld(r, held2, own, {
    least: neededAh(r, program, forecast2),
    most: Math.max(value2, mostProtectingAh(r, program, step2))
  });
}
function decideTemperature(r, forecast2) {
  const held2 = heldSetting(r, "temperatureLimitDegC");
  const trip = r.chemistry.temperatures.tripDegC;
  const peak = forecast2 ? `; forecast peak ${forecast2.peakTemperatureDegC.median.toFixed(0)} \xB0C from ${r.packDegC.toFixed(0)} \xB0C` : "";
  const touch = r.channel.hasProbe ? "" : " No probe on this channel: touch it.";
  if (!held2) return plainly("temperatureLimitDegC", null, "none", `no limit on this charger${peak}.${touch}`);
  if (held2.fixed)
    return plainly("temperatureLimitDegC", held2.heldValue, "fixed", "fixed on this charger.", held2.step);
  return plainly(
    "temperatureLimitDegC",
    roundDownWithin(trip, held2),
    "chemistry",
    `${r.chemistry.name} stops at ${trip} \xB0C${peak}.${touch}`,
    held2.step
  );
}

// core/program/decide/nickel.ts
function decideDeltaV(r, currentA) {
  const { chemistry, channel } = r;
  const end = chemistry.endOfCharge;
  if (end.kind !== "dip" || r.taskData.moves === "out")
    return plainly("deltaV", null, "chemistry", "this charge does not end on a dip.");
  const slow = timedAh(r, currentA) === null ? "" : ` At this current the dip is too weak: capacity limit and timer end it.`;
  const { deltaVMinV, deltaVMaxV, deltaVStepV } = channel;
  if (deltaVStepV === null)
    return plainly("deltaV", end.defaultDeltaV, "fixed", `set by the charger, not by you.${slow}`);
  const stepped = floorToStep(end.defaultDeltaV, deltaVStepV);
  const value2 = Math.min(deltaVMaxV ?? Infinity, Math.max(deltaVMinV ?? 0, stepped));
  return plainly(
    "deltaV",
    value2,
    "chemistry",
    `${chemistry.name} falls ${1e3 * end.deltaV.low} to ${1e3 * end.deltaV.high} mV a cell after its peak.${slow}`,
    deltaVStepV
  );
}
function decideTrickle(r) {
  const { name, rates } = r.chemistry;
  return plainly(
    "trickleA",
    null,
    "practice",
    rates.trickleMaxC === null ? `never on ${name}: key in off.` : `off: take the pack away when it is full. Never above ${Math.round(rates.trickleMaxC * ratedAh(r.pack) * 1e3)} mA.`
  );
}

// core/program/decide/index.ts
var FIRST = {
  endVoltageV: decideEndVoltage,
  currentA: (r, { endVoltageV }) => decideCurrent(r, endVoltageV),
  cells: decideCells,
  balance: decideBalance,
  dischargeA: decideDischarge,
  dischargeEndV: (r, { dischargeA }) => decideDischargeEnd(r, dischargeA),
  deltaV: (r, { currentA }) => decideDeltaV(r, currentA),
  trickleA: decideTrickle,
  restMin: decideRest,
  cycles: decideCycles,
  order: decideOrder
};
var GUARDS2 = {
  safetyTimerMin: decideTimer,
  capacityLimitAh: decideCapacityLimit,
  temperatureLimitDegC: decideTemperature
};

// core/program/solve.ts
var LONGEST_H = 48;
function canBeForecast(r, settings) {
  if (!r.taskData.families.includes(r.chemistry.family)) return false;
  if (discharges(r, settings) && settings.dischargeA === null) return false;
  return roughHours(r, settings) <= LONGEST_H;
}
function decideFirst(r, own) {
  const so = { endVoltageV: NaN, currentA: NaN, dischargeA: null };
  const decided = Object.entries(FIRST).map(([id2, decide]) => {
    const decision = decide(r, so);
    Object.assign(so, { [id2]: decision.value }, own);
    return [id2, decision];
  });
  return Object.fromEntries(decided);
}
var valuesOf = (decisions) => Object.fromEntries(Object.entries(decisions).map(([id2, d]) => [id2, d.value]));
var given = (overrides) => Object.fromEntries(Object.entries(overrides).filter(([, value2]) => value2 !== void 0));
function solve(context, overrides = {}, traceEveryS = 0) {
  const r = resolve(context);
  const own = given(overrides);
  const first = decideFirst(r, own);
  const bare = {
    ...valuesOf(first),
    safetyTimerMin: null,
    capacityLimitAh: null,
    temperatureLimitDegC: null,
    ...own
  };
  const outlook = canBeForecast(r, bare) ? forecast(r, bare, traceEveryS) : null;
  const decisions = {
    ...first,
    safetyTimerMin: GUARDS2.safetyTimerMin(r, outlook, bare),
    capacityLimitAh: GUARDS2.capacityLimitAh(r, outlook, bare),
    temperatureLimitDegC: GUARDS2.temperatureLimitDegC(r, outlook, bare)
  };
  const solved = valuesOf(decisions);
  const settings = { ...solved, ...own };
  const findings = check({ r, settings, solved, forecast: outlook });
  const verdict = verdictOf(findings);
  return {
    resolved: r,
    settings,
    solved,
    decisions,
    overridden: Object.keys(own),
    forecast: outlook,
    findings,
    verdict,
    proposed: verdict !== "stop"
  };
}

// core/charger/charger-schema.ts
import { z as z3 } from "zod";

// core/charger/setting-schema.ts
var HeldSettingSchema = schemaOf(HELD_SETTING).refine((s) => s.min <= s.max, {
  error: "The least value is above the greatest.",
  path: ["min"]
});

// core/charger/charger-schema.ts
var Id = z3.string().min(1).max(64);
var ChannelChemistrySchema = schemaOf(CHANNEL_CHEMISTRY).refine((c) => c.minCells <= c.maxCells, {
  error: "The least count is above the greatest.",
  path: ["minCells"]
});
var channelFields = schemaOf(CHANNEL).extend({
  chemistries: z3.array(ChannelChemistrySchema).min(CHANNEL.chemistries.least, CHANNEL.chemistries.missing).max(CHANNEL.chemistries.most)
});
function agree(c, ctx) {
  const say = (path, message) => ctx.addIssue({ code: "custom", path: [path], message });
  if (c.deltaVMinV !== null && c.deltaVMaxV !== null && c.deltaVMinV > c.deltaVMaxV)
    say("deltaVMinV", "The least dip is above the greatest.");
  if (c.minCurrentA > c.maxCurrentA) say("minCurrentA", "The least current is above the greatest.");
  if (c.currentStepA > c.maxCurrentA) say("currentStepA", "The step is larger than the greatest current.");
}
var ChannelFieldsSchema = channelFields.superRefine(agree);
var ChannelSchema = channelFields.extend({ id: Id }).superRefine(agree);
var whole = schemaOf(CHARGER).extend({
  held: z3.array(HeldSettingSchema).max(CHARGER.held.most).default([])
});
var inputIsARange = (c) => c.inputMinV <= c.inputMaxV;
var noRange = { error: "The least input volts are above the greatest.", path: ["inputMinV"] };
var ChargerInputSchema = whole.extend({
  channels: z3.array(ChannelFieldsSchema).min(1, "A charger has at least one channel.").max(MOST_CHANNELS, `A charger has at most ${MOST_CHANNELS} channels here.`)
}).refine(inputIsARange, noRange);
var ChargerSchema = whole.extend({ id: Id, channels: z3.array(ChannelSchema).min(1) }).refine(inputIsARange, noRange);

// tests/support/bench-chargers.ts
var NOW = "2026-05-02T18:00:00.000Z";
var held = (change) => ({
  scope: "charger",
  channelId: null,
  task: null,
  chemistry: null,
  defaultValue: null,
  heldValue: null,
  min: 1,
  max: 999,
  step: 1,
  canBeOff: true,
  fixed: false,
  ...change
});
function aCharger(change = {}, channel = {}) {
  const input = ChargerInputSchema.parse({
    name: "Test bench",
    inputMinV: 100,
    inputMaxV: 240,
    channels: [
      {
        label: "A",
        powerW: 200,
        minCurrentA: 0.1,
        maxCurrentA: 12,
        currentStepA: 0.1,
        endVoltageStepV: 0.01,
        chemistries: [{ chemistry: "lipo", minCells: 1, maxCells: 6 }],
        balanceCurrentA: 0.3,
        balancePortCells: 6,
        dischargePowerW: 10,
        dischargeCurrentA: 2,
        voltageAccuracyV: 0.01,
        hasProbe: true,
        ...channel
      }
    ],
    held: [
      held({ kind: "safetyTimerMin", defaultValue: 120, heldValue: 120 }),
      held({ kind: "capacityLimitAh", defaultValue: 5, heldValue: 5, min: 0.1, max: 50, step: 0.01 }),
      held({ kind: "temperatureLimitDegC", defaultValue: 45, heldValue: 45, min: 20, max: 80 })
    ],
    ...change
  });
  return { ...input, id: "charger", channels: input.channels.map((c, i) => ({ ...c, id: `ch${i + 1}` })) };
}
var aSupply = (change = {}) => ({
  id: "s",
  name: "Shed supply",
  kind: "bench supply",
  voltageV: 120,
  powerW: null,
  currentA: null,
  otherLoadW: 0,
  capacityAh: null,
  ofVehicle: false,
  ...change
});
function aPack(change = {}) {
  return PackSchema.parse({
    id: "pack",
    name: "Test pack",
    chemistry: "lipo",
    cells: 3,
    capacityAh: 2.6,
    labelChargeRateC: 5,
    connectorId: "block-medium",
    measuredCapacityAh: change.capacityAh ?? 2.6,
    ...change
  });
}
function aReading(cells, change = {}) {
  return {
    takenAt: "2026-05-02T17:40:00.000Z",
    cellVoltagesV: cells,
    packVoltageV: null,
    state: "rest",
    usedSince: "not said",
    temperatureDegC: 21,
    cellResistancesOhm: null,
    chargerCellsV: null,
    chargerChannelId: null,
    ...change
  };
}
function aContext(change = {}) {
  const pack = change.pack ?? aPack();
  return {
    pack,
    reading: aReading(Array.from({ length: pack.cells }, () => 3.72)),
    charger: aCharger(),
    channelId: "ch1",
    supply: null,
    othersOutputW: 0,
    ambientDegC: 21,
    now: NOW,
    task: "balance",
    purpose: "standard",
    ...change
  };
}

// core/pack/end-reason.ts
var END_REASONS = [
  "full",
  "end voltage",
  "timer",
  "capacity limit",
  "temperature",
  "temperature rise",
  "stopped",
  "charger error",
  "no main lead",
  "cell error",
  "count",
  "input low",
  "charger hot",
  "restarted",
  "cancelled",
  "clock stands still",
  "link lost"
];

// core/log/run.ts
var OVERRIDDEN_FINDING = {
  rule: text2({ label: "Rule", least: 1, most: 80 }),
  sentence: text2({ label: "Finding", least: 0, most: 1e3, lines: true }),
  reason: text2({
    label: "Reason",
    least: 3,
    most: 400,
    missing: "Say in a few words why this is all right."
  })
};
var noneYet = { optional: true, start: null };
var RUN = {
  packId: reference({ label: "Pack", most: 64 }),
  /** The other packs of its load, joined with the first on the same channel; none for a pack alone. */
  joined: ids({ label: "Joined with it", most: MOST_JOINED }),
  chargerId: reference({ label: "Charger", most: 64 }),
  channelId: reference({ label: "Channel", most: 64 }),
  /** The kept program it was started from; null where that is not known. */
  programId: reference({ label: "Program", most: 64, ...noneYet }),
  /** `link`: started and followed over a data link. `by hand`: keyed in by a person, who writes down what the screen says. */
  mode: choice({ label: "How", options: ["link", "by hand"] }),
  /**
   * `starting`: the charger has been told and has not answered yet, so that it may or may not be charging. `running`: it said
   * that it started. Both are open: they hold their channel and their pack.
   */
  status: choice({ label: "State", options: ["starting", "running", "ended"] }),
  task: choice({ label: "Task", options: TASK_IDS, open: true }),
  purpose: choice({ label: "Purpose", options: PURPOSES, open: true }),
  settings: group(SETTINGS, { label: "Settings" }),
  overridden: parts(OVERRIDDEN_FINDING, { label: "Decided", least: 0, most: 200 }),
  /** Forecast at the start: minutes and charge, and the minutes 95 of 100 runs stay within. */
  expectedMin: figure({ label: "Expected", unit: "min", min: 0, max: 1e6, ...noneYet }),
  expectedP95Min: figure({ label: "Expected at most", unit: "min", min: 0, max: 1e6, ...noneYet }),
  expectedAh: figure({ label: "Expected charge", unit: "mAh", per: 1e3, min: -1e3, max: 1e3, ...noneYet }),
  /** 5th and 95th percentile of the charge that was expected at the start. */
  expectedLowAh: figure({
    label: "Expected at least",
    unit: "mAh",
    per: 1e3,
    min: -1e3,
    max: 1e3,
    ...noneYet
  }),
  expectedHighAh: figure({
    label: "Expected at most",
    unit: "mAh",
    per: 1e3,
    min: -1e3,
    max: 1e3,
    ...noneYet
  }),
  startedAt: moment({ label: "Started" }),
  endedAt: moment({ label: "Ended", optional: true }),
  endReason: choice({ label: "Ended by", options: END_REASONS, open: true, ...noneYet }),
  durationS: figure({ label: "Took", unit: "s", min: 0, max: 1e8, ...noneYet }),
  /** What was moved; out of the pack counts as well. */
  chargeAh: figure({ label: "Charge", unit: "mAh", per: 1e3, min: -1e3, max: 1e3, ...noneYet }),
  peakTemperatureDegC: figure({ label: "Warmest", unit: "\xB0C", min: -60, max: 400, ...noneYet }),
  endCellVoltagesV: figures({ label: "Cells at the end", each: CELL_VOLTS, least: 0, most: 24, ...noneYet }),
  /** Volts of the pack, current and warmth at the end, as they were seen. */
  endPackVoltageV: figure({ label: "Pack at the end", unit: "V", min: 0, max: 100, ...noneYet }),
  endCurrentA: figure({ label: "Current at the end", unit: "A", min: 0, max: 100, ...noneYet }),
  endTemperatureDegC: figure({ label: "Pack at the end", unit: "\xB0C", min: -40, max: 120, ...noneYet }),
  /** What its screen said when it ended, in its own words. */
  message: text2({ label: "Its screen said", least: 0, most: 200, ...noneYet }),
  notes: text2({ label: "Notes", least: 0, most: 4e3, lines: true, start: "" })
};
var RUN_RESULT = {
  endReason: choice({ label: "It ended because", options: END_REASONS }),
  durationMin: figure({ label: "Minutes", unit: "min", min: 0, max: 1e4 }),
  /** It had begun before it was noted here: its start is set back by what the minutes say. */
  begunEarlier: flag({ label: "It had begun before it was noted", start: false }),
  chargeAh: figure({ label: "Charge", unit: "mAh", per: 1e3, min: 0, max: 1e3 }),
  endCellVoltagesV: RUN.endCellVoltagesV,
  endPackVoltageV: RUN.endPackVoltageV,
  endCurrentA: RUN.endCurrentA,
  endTemperatureDegC: RUN.endTemperatureDegC,
  /** As its screen shows them, where it does; they stand in the pack's reading. */
  endCellResistancesOhm: READING.cellResistancesOhm,
  message: RUN.message,
  notes: RUN.notes
};

// core/log/run-record.ts
function runRecordOf(run, displayReadings = [], alone = true) {
  const { mode, startedAt, endedAt } = run;
  const { moves, fills, stores, recovers, repeats, cutsTaper, limitEndsWell } = taskOf(run.task);
  return {
    task: run.task,
    aim: { moves, fills, stores, recovers, repeats, cutsTaper, limitEndsWell },
    settings: run.settings,
    endReason: run.endReason,
    durationS: run.durationS,
    chargeAh: alone ? run.chargeAh : null,
    expectedAh: alone ? run.expectedAh : null,
    expectedLowAh: alone ? run.expectedLowAh ?? null : null,
    expectedHighAh: alone ? run.expectedHighAh ?? null : null,
    endCellVoltagesV: run.endCellVoltagesV,
    endPackVoltageV: run.endPackVoltageV ?? null,
    endCurrentA: run.endCurrentA ?? null,
    endTemperatureDegC: run.endTemperatureDegC ?? null,
    peakTemperatureDegC: run.peakTemperatureDegC ?? null,
    displayReadings,
    elapsedMin: mode === "by hand" && startedAt && endedAt ? (Date.parse(endedAt) - Date.parse(startedAt)) / 6e4 : null
  };
}

// tests/support/pack-events.ts
function aRunEvent(change = {}) {
  const {
    id: id2 = "run",
    settings,
    startedAt = "2026-05-01T17:00:00.000Z",
    endedAt = "2026-05-01T18:00:00.000Z",
    joined = false,
    displayReadings = [],
    ...rest2
  } = change;
  return {
    kind: "run",
    id: id2,
    startedAt,
    at: endedAt ?? startedAt,
    open: endedAt === null,
    joined,
    ...runRecordOf(
      {
        task: "balance",
        endReason: endedAt === null ? null : "full",
        durationS: endedAt === null ? null : (Date.parse(endedAt) - Date.parse(startedAt)) / 1e3,
        chargeAh: null,
        expectedAh: null,
        endCellVoltagesV: null,
        settings: {
          currentA: 2.6,
          dischargeA: null,
          endVoltageV: 4.2,
          dischargeEndV: null,
          safetyTimerMin: null,
          capacityLimitAh: null,
          balance: true,
          ...settings
        },
        ...rest2
      },
      displayReadings,
      !joined
    )
  };
}
var aUseEvent = (at, felt = "not said") => ({
  kind: "use",
  id: `use ${at}`,
  at,
  minutes: null,
  felt
});
var anObservation = (at, what) => ({
  kind: "observation",
  id: `${what} ${at}`,
  at,
  what,
  clearedAt: null,
  clearedBecause: null
});

// core/charger/inventory-schema.ts
var InventorySchema = schemaOf(INVENTORY);

// tests/support/rule-cases.ts
var flat = (cells, v, change = {}) => aReading(
  Array.from({ length: cells }, () => v),
  change
);
var wholePack = (packVoltageV, change = {}) => aReading([], { cellVoltagesV: null, packVoltageV, ...change });
var everyChemistry = CHEMISTRY_IDS.map((chemistry) => ({ chemistry, minCells: 1, maxCells: 24 }));
var aMultiCharger = (change = {}, channel = {}) => aCharger(change, {
  chemistries: everyChemistry,
  tasks: ["balance", "charge", "fast", "storage", "discharge", "cycle", "recover"],
  deltaVMinV: 3e-3,
  deltaVMaxV: 0.025,
  deltaVStepV: 1e-3,
  balancePortCells: 14,
  ...channel
});
var nimhPack = (change = {}) => aPack({
  chemistry: "nimh",
  cells: 6,
  capacityAh: 2.4,
  labelChargeRateC: null,
  balanceLead: false,
  connectorId: null,
  ...change
});
var leadPack = (change = {}) => aPack({
  chemistry: "lead",
  cells: 6,
  capacityAh: 7,
  labelChargeRateC: null,
  balanceLead: false,
  connectorId: null,
  ...change
});
var multi = (channel = {}, change = {}) => aMultiCharger(change, channel);
var person = (practice) => ({
  around: { practice: { person: practice, program: {} } }
});
var nimh2 = (change = {}) => ({
  pack: nimhPack(),
  reading: wholePack(7.3),
  charger: multi(),
  task: "charge",
  ...change
});
var lead2 = (change = {}) => ({
  pack: leadPack(),
  reading: wholePack(12.1),
  charger: multi(),
  task: "charge",
  ...change
});
var MINUTES_AGO = { takenAt: "2026-05-02T17:50:00.000Z" };
var joinedWith = (cells, change = {}) => ({
  reading: flat(3, 3.72, MINUTES_AGO),
  joined: [
    {
      pack: aPack({ id: "other", name: "Other pack" }),
      reading: aReading(cells, { ...MINUTES_AGO, ...change })
    }
  ]
});
var resisting = (cellResistancesOhm) => ({
  reading: flat(3, 3.8, { cellResistancesOhm, temperatureDegC: 25 }),
  around: {
    earlierResistances: [{ takenAt: "2025-05-01T10:00:00.000Z", ohm: [9e-3, 9e-3, 9e-3], degC: 25 }]
  }
});
var discharging = (change = {}) => ({
  charger: multi(),
  reading: flat(3, 4.15),
  task: "discharge",
  ...change
});
var recovering = (change = {}) => ({
  charger: multi(),
  reading: aReading([3.1, 2.9, 3.1]),
  task: "recover",
  ...change
});
var lists = (change) => ({ around: { inventory: InventorySchema.parse(change) } });
var leads = [
  { id: "l", name: "Short lead", connectorId: "block-medium", awg: 14, lengthM: 0.4, currentA: 20 }
];
var shownAt = (chargerCellsV) => ({ reading: flat(3, 3.8, { chargerCellsV }) });
var toTravel = (change = {}) => ({
  task: "storage",
  charger: multi(),
  reading: flat(3, 4.1),
  around: { practice: { person: {}, program: { storageFor: "to travel" } } },
  ...change
});
var noTaps = (change = {}) => aPack({ balanceLead: false, ...change });
var lihvChannel = () => aCharger({}, { chemistries: [{ chemistry: "lihv", minCells: 1, maxCells: 6 }] });
var CASES_OF_EVERY_CHEMISTRY = {
  "weak-cell-unseen": {
    fires: discharging({ pack: noTaps(), set: { dischargeEndV: 3.4 } }),
    // The same end is right where each cell is watched.
    misses: discharging({ set: { dischargeEndV: 3.3 } }),
    severity: "stop",
    says: "floor of 3.00 V while the pack still shows"
  },
  "model-cutoff-low": {
    fires: { pack: aPack({ modelCutoffV: 3.4 }), reading: flat(3, 3.8) },
    misses: { pack: aPack({ modelCutoffV: 3.45 }), reading: flat(3, 3.8) },
    severity: "note",
    says: "cuts off at 3.40 V a cell, 10.2 V in all"
  },
  "charger-shows-otherwise": {
    // Keyed to the full end on a channel that shows 60 mV too little.
    fires: { ...shownAt([3.74, 3.74, 3.74]), set: { endVoltageV: 4.2 } },
    misses: { ...shownAt([3.78, 3.82, 3.8]), set: { endVoltageV: 4.2 } },
    severity: "stop",
    says: "shows 60 mV less than the meter: keyed to 4.20 V, a cell would really reach 4.260 V, above the 4.25 V limit"
  },
  "held-end-of-charge": {
    fires: {
      charger: aCharger({
        asks: ["chemistry", "task", "cells", "currentA"],
        held: [held({ kind: "endVoltageV", heldValue: 4.15, min: 3.9, max: 4.35, step: 0.01 })]
      })
    },
    misses: {
      charger: aCharger({
        asks: ["chemistry", "task", "cells", "currentA"],
        held: [held({ kind: "endVoltageV", heldValue: 4.2, min: 3.9, max: 4.35, step: 0.01 })]
      })
    },
    severity: "check",
    says: "holds 4.15 V a cell as its end of charge, whatever the chemistry; this program wants 4.20 V: it would end before"
  },
  "no-reverse-protection": {
    fires: { charger: aCharger({ protections: ["cell count"] }) },
    misses: { charger: aCharger({ protections: ["reversed polarity"] }) },
    severity: "note",
    says: "plugged in backwards"
  },
  "transport-too-full": {
    fires: toTravel({ set: { endVoltageV: 3.77 } }),
    misses: toTravel(),
    severity: "check",
    says: "cells that travel by air hold at most 30 %"
  },
  "kept-badly": {
    fires: { pack: aPack({ keptDegC: 26 }), task: "storage", charger: multi(), reading: flat(3, 4.1) },
    misses: { pack: aPack({ keptDegC: 25 }), task: "storage", charger: multi(), reading: flat(3, 4.1) },
    severity: "note",
    says: "Where it is kept: it gets 26 \xB0C there"
  },
  "sum-fits-fewer-cells": {
    fires: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: wholePack(12.6) },
    misses: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: wholePack(12.61) },
    severity: "stop",
    says: "4 cells at 3.15 V, or 3 at 4.20 V, which would be driven to 5.60 V"
  },
  "sum-fits-more-cells": {
    fires: discharging({ reading: wholePack(12) }),
    misses: discharging({ reading: wholePack(11.99) }),
    severity: "check",
    says: "3 cells at 4.00 V, or 4 at 3.00 V"
  },
  "label-says-other-count": {
    fires: { pack: aPack({ cells: 4, labelVoltageV: 11.1 }), reading: flat(4, 3.8) },
    misses: { pack: aPack({ cells: 4, labelVoltageV: 14.8 }), reading: flat(4, 3.8) },
    severity: "stop",
    says: "what 3 LiPo cells are printed"
  },
  "higher-end-unproved": {
    fires: { pack: aPack({ chemistry: "lihv" }), charger: lihvChannel(), set: { endVoltageV: 4.25 } },
    misses: {
      pack: aPack({ chemistry: "lihv", labelVoltageV: 11.4 }),
      charger: lihvChannel(),
      set: { endVoltageV: 4.25 }
    },
    severity: "stop",
    says: "LiHV and LiPo look alike"
  },
  "cells-look-like-another": {
    fires: { reading: aReading([3.3, 3.3, 3.305]) },
    misses: { reading: aReading([3.3, 3.3, 3.325]) },
    severity: "stop",
    says: "as LiFe does"
  },
  "end-above-maker": {
    fires: { pack: aPack({ makerEndVoltageV: 4.15 }), set: { endVoltageV: 4.16 } },
    misses: { pack: aPack({ makerEndVoltageV: 4.15 }), set: { endVoltageV: 4.15 } },
    severity: "stop",
    says: "4.15 V a cell; this program would go to 4.16 V"
  },
  "end-under-present-volts": {
    fires: { reading: flat(3, 4.13), set: { endVoltageV: 4.1 } },
    misses: { reading: flat(3, 4.11), set: { endVoltageV: 4.1 } },
    severity: "check",
    says: "end at once"
  },
  "reading-from-the-future": {
    fires: { reading: flat(3, 3.8, { takenAt: "2026-05-02T18:03:00.000Z" }) },
    misses: { reading: flat(3, 3.8, { takenAt: "2026-05-02T18:01:00.000Z" }) },
    severity: "check",
    says: "3 min after now"
  },
  "temperature-limit-under-pack": {
    fires: { set: { temperatureLimitDegC: 21 } },
    misses: { set: { temperatureLimitDegC: 22 } },
    severity: "check",
    says: "not above the 21 \xB0C"
  },
  "hurry-below-label": {
    fires: { purpose: "hurry", reading: flat(3, 3.8) },
    misses: { purpose: "hurry", pack: aPack({ labelChargeRateC: 2 }), reading: flat(3, 3.8) },
    severity: "note",
    says: "would allow 5C; a hurry stops at 2C"
  },
  "resistance-risen": {
    fires: resisting([0.018, 0.018, 0.018]),
    misses: resisting([0.0134, 0.0134, 0.0134]),
    severity: "check",
    says: "2.0 times the 9.0 m\u03A9 of 2025-05-01 (at 25 \xB0C)"
  },
  "resistance-uneven": {
    fires: { reading: flat(3, 3.8, { cellResistancesOhm: [9e-3, 9e-3, 0.0144] }) },
    misses: { reading: flat(3, 3.8, { cellResistancesOhm: [9e-3, 9e-3, 0.0143] }) },
    severity: "check",
    says: "Cell 3 has 14.4 m\u03A9 and its siblings about 9.0 m\u03A9"
  },
  "task-not-for-chemistry": {
    fires: nimh2({ task: "storage" }),
    misses: { charger: multi(), task: "storage" },
    severity: "stop",
    says: "no storage voltage"
  },
  "task-not-on-channel": {
    fires: { charger: multi({ tasks: ["charge", "discharge"] }), task: "cycle" },
    misses: { charger: multi(), task: "cycle" },
    severity: "note",
    says: "discharge, rest, charge"
  },
  "cannot-discharge": {
    fires: discharging({ charger: multi({ dischargePowerW: 0, dischargeCurrentA: 0 }) }),
    misses: discharging(),
    severity: "stop",
    says: "cannot discharge"
  },
  "discharge-above-channel": {
    fires: discharging({ set: { dischargeA: 2.1 } }),
    misses: discharging({ set: { dischargeA: 2 } }),
    severity: "stop",
    says: "at most 2.0 A"
  },
  "discharge-few-watts": {
    fires: discharging({ charger: multi({ dischargePowerW: 6 }), set: { dischargeA: 1 } }),
    misses: discharging({
      pack: aPack({ capacityAh: 0.3 }),
      charger: multi({ dischargePowerW: 60 }),
      set: { dischargeA: 0.3 }
    }),
    severity: "note",
    says: "about 0.48 A, whatever is set"
  },
  "discharge-below-floor": {
    fires: discharging({ set: { dischargeEndV: 2.99 } }),
    misses: discharging({ set: { dischargeEndV: 3 } }),
    severity: "stop",
    says: "below 3.00 V"
  },
  "nickel-cell-reversed": {
    fires: nimh2({
      pack: nimhPack({ cells: 10 }),
      reading: wholePack(13),
      task: "discharge",
      set: { dischargeEndV: 1.03 }
    }),
    misses: nimh2({
      pack: nimhPack({ cells: 10 }),
      reading: wholePack(13),
      task: "discharge",
      set: { dischargeEndV: 1.04 }
    }),
    severity: "stop",
    says: "10.35 V"
  },
  "discharge-too-fast": {
    fires: discharging({ pack: aPack({ capacityAh: 1.5 }), set: { dischargeA: 1.6 } }),
    misses: discharging({ pack: aPack({ capacityAh: 1.5 }), set: { dischargeA: 1.5 } }),
    severity: "check",
    says: "1.1C"
  },
  "held-discharge-end": {
    fires: discharging({
      charger: multi(
        {},
        { held: [held({ kind: "dischargeEndV", heldValue: 3.8, min: 2.5, max: 3.9, step: 0.1 })] }
      )
    }),
    misses: discharging({
      charger: multi(
        {},
        { held: [held({ kind: "dischargeEndV", heldValue: 3.3, min: 2.5, max: 3.9, step: 0.1 })] }
      )
    }),
    severity: "check",
    says: "3.80 V"
  },
  "delta-v-out-of-range": {
    fires: nimh2({ set: { deltaV: 2e-3 } }),
    misses: nimh2({ set: { deltaV: 3e-3 } }),
    severity: "check",
    says: "2 mV"
  },
  "delta-v-false-peak": {
    fires: nimh2({
      reading: wholePack(8.2, { takenAt: "2026-01-02T17:40:00.000Z" }),
      set: { deltaV: 3e-3 }
    }),
    misses: nimh2({
      reading: wholePack(8.2, { takenAt: "2026-01-02T17:40:00.000Z" }),
      set: { deltaV: 0.01 }
    }),
    severity: "check",
    says: "a few mV more would not"
  },
  "slow-nickel-on-dip": {
    fires: nimh2({ set: { currentA: 1.1 } }),
    misses: nimh2({ set: { currentA: 1.2 } }),
    severity: "check",
    says: "weak"
  },
  "no-peak-expected": {
    fires: nimh2({ reading: wholePack(7.3, { temperatureDegC: 29 }), ambientDegC: 56, set: { currentA: 2.4 } }),
    misses: nimh2({ set: { currentA: 2.4 } }),
    severity: "stop",
    says: "no fall of the volts"
  },
  "nickel-restart": {
    fires: nimh2({ reading: wholePack(8.4) }),
    misses: nimh2({ reading: wholePack(8.2) }),
    severity: "check",
    says: "1.40 V"
  },
  "nickel-high-volts": {
    fires: nimh2({
      pack: nimhPack({ labelChargeRateC: 3 }),
      set: { currentA: 5 },
      ambientDegC: 12,
      reading: wholePack(7.3, { temperatureDegC: 12 })
    }),
    misses: nimh2(),
    severity: "check",
    says: "above 1.60 V"
  },
  "trickle-never": {
    fires: { set: { trickleA: 0.1 } },
    misses: { set: { trickleA: null } },
    severity: "stop",
    says: "never trickled"
  },
  "trickle-too-much": {
    fires: nimh2({ set: { trickleA: 0.07 } }),
    misses: nimh2({ set: { trickleA: null } }),
    severity: "stop",
    says: "at most 60 mA"
  },
  "held-trickle": {
    fires: {
      charger: multi(
        {},
        { held: [held({ kind: "trickleA", heldValue: 0.1, min: 0.05, max: 0.3, step: 0.01 })] }
      )
    },
    misses: {
      charger: multi(
        {},
        { held: [held({ kind: "trickleA", heldValue: null, min: 0.05, max: 0.3, step: 0.01 })] }
      )
    },
    severity: "check",
    says: "100 mA"
  },
  "fast-skips": {
    fires: { charger: multi(), task: "fast" },
    misses: { charger: multi(), task: "charge" },
    severity: "note",
    says: "leaves out"
  },
  "charge-contradicted": {
    fires: {
      reading: flat(3, 3.7, { usedSince: "not used" }),
      around: { events: [aRunEvent()] }
    },
    misses: {
      reading: flat(3, 3.7, { usedSince: "used" }),
      around: { events: [aRunEvent()] }
    },
    severity: "check",
    says: /filled 1 d ago and not used since, so about \d+ % should be left, and its volts say \d+ %: a cell leaks/
  },
  "heat-unexplained": {
    fires: { around: { events: [anObservation("2026-05-02T17:50:00.000Z", "hot")] } },
    misses: {
      around: {
        events: [
          anObservation("2026-05-02T17:50:00.000Z", "hot"),
          aUseEvent("2026-05-02T17:45:00.000Z", "hot")
        ]
      }
    },
    severity: "stop",
    says: "neither current nor use"
  },
  "last-end-in-danger": {
    fires: {
      reading: aReading([], { cellVoltagesV: null, packVoltageV: 12.5 }),
      around: {
        events: [
          aRunEvent({
            endReason: "timer",
            endCellVoltagesV: [4.1, 4.27, 4.1],
            settings: { safetyTimerMin: 60 }
          })
        ]
      }
    },
    misses: {
      reading: aReading([4.1, 4.2, 4.1]),
      around: {
        events: [
          aRunEvent({
            endReason: "timer",
            endCellVoltagesV: [4.1, 4.27, 4.1],
            settings: { safetyTimerMin: 60 }
          })
        ]
      }
    },
    severity: "stop",
    says: "Cell 2 ended at 4.270 V"
  },
  "last-end-doubted": {
    fires: {
      reading: aReading([3.9, 3.9, 3.9], { takenAt: "2026-05-01T18:00:00.000Z", state: "just used" }),
      around: { events: [aRunEvent({ chargeAh: 0.2, expectedAh: 1.9 })] }
    },
    misses: { around: { events: [aRunEvent({ chargeAh: 0.2, expectedAh: 1.9 })] } },
    severity: "check",
    says: "It says full with 200 mAh"
  },
  "reading-before-run": {
    fires: {
      around: { events: [aRunEvent({ endReason: "stopped", endedAt: "2026-05-02T17:41:00.000Z" })] }
    },
    misses: {
      around: { events: [aRunEvent({ endReason: "stopped", endedAt: "2026-05-02T17:39:00.000Z" })] }
    },
    severity: "check",
    says: "before the last run"
  },
  "lead-float": {
    fires: lead2(),
    misses: lead2({ task: "discharge", reading: wholePack(12.9) }),
    severity: "note",
    says: /floats at 2\.2\d V a cell, 13\.\d+ V in all: about \d+ mAh in a night/
  },
  "fast-never": {
    fires: { charger: multi(), task: "fast", ...person({ fastMode: "never" }) },
    misses: { charger: multi(), task: "fast", ...person({ fastMode: "when pressed" }) },
    severity: "check",
    says: /your practice/
  },
  "recovery-too-hard": {
    fires: recovering({ set: { currentA: 0.2 } }),
    misses: recovering({ set: { currentA: 0.1 } }),
    severity: "stop",
    says: "at most 0.13 A"
  },
  "recovery-not-needed": {
    fires: recovering({ reading: aReading([3.1, 3, 3.1]) }),
    misses: recovering({ reading: aReading([3.1, 2.99, 3.1]) }),
    severity: "check",
    says: "3.00 V"
  },
  "recovery-age-unknown": {
    fires: recovering({ reading: aReading([3.1, 2.9, 3.1], { takenAt: "2026-04-28T17:40:00.000Z" }) }),
    misses: recovering({ reading: aReading([3.1, 2.9, 3.1], { takenAt: "2026-04-30T17:40:00.000Z" }) }),
    severity: "stop",
    says: "4 days ago"
  },
  "storage-outside-window": {
    fires: { charger: multi(), task: "storage", set: { endVoltageV: 3.86 } },
    misses: { charger: multi(), task: "storage", set: { endVoltageV: 3.85 } },
    severity: "check",
    says: "3.86 V"
  },
  "storage-reached": {
    fires: { charger: multi(), task: "storage", reading: flat(3, 3.81) },
    misses: { charger: multi(), task: "storage", reading: flat(3, 3.83) },
    severity: "note",
    says: "nothing needs doing"
  },
  "charge-from-flat-volts": {
    fires: {
      pack: aPack({ chemistry: "life", labelVoltageV: null }),
      charger: multi(),
      reading: flat(3, 3.29),
      task: "storage"
    },
    misses: {
      pack: aPack({ chemistry: "life", labelVoltageV: null }),
      charger: multi(),
      reading: flat(3, 3),
      task: "storage"
    },
    severity: "check",
    says: /\d+ to \d+ %/
  },
  "supply-battery-drained": {
    fires: {
      charger: multi({}, { inputMinV: 10, inputMaxV: 28 }),
      supply: aSupply({ kind: "lead battery", voltageV: 12.6, capacityAh: 4, currentA: 20 })
    },
    misses: {
      charger: multi({}, { inputMinV: 10, inputMaxV: 28 }),
      supply: aSupply({ kind: "lead battery", voltageV: 12.6, capacityAh: 12, currentA: 20 })
    },
    severity: "check",
    says: "Wh"
  },
  "input-floor-low": {
    fires: {
      charger: multi(
        {},
        {
          inputMinV: 10,
          inputMaxV: 28,
          held: [held({ kind: "inputFloorV", heldValue: 11, min: 10, max: 24, step: 0.1 })]
        }
      ),
      supply: aSupply({ kind: "lead battery", voltageV: 12.6 })
    },
    misses: {
      charger: multi(
        {},
        {
          inputMinV: 10,
          inputMaxV: 28,
          held: [held({ kind: "inputFloorV", heldValue: 11.5, min: 10, max: 24, step: 0.1 })]
        }
      ),
      supply: aSupply({ kind: "lead battery", voltageV: 12.6 })
    },
    severity: "check",
    says: "11.5 V loaded"
  },
  "vehicle-battery": {
    fires: { supply: aSupply({ ofVehicle: true }) },
    misses: { supply: aSupply({ ofVehicle: false }) },
    severity: "check",
    says: "does not start"
  },
  "supply-shared": {
    fires: { supply: aSupply({ powerW: 300 }), around: { sameSupply: ["Other"], sameSupplyMostW: 301 } },
    misses: { supply: aSupply({ powerW: 301 }), around: { sameSupply: ["Other"], sameSupplyMostW: 301 } },
    severity: "check",
    says: "301 W"
  },
  "no-charge-lead": {
    fires: { pack: aPack({ connectorId: "block-small" }), ...lists({ leads }) },
    misses: {
      pack: aPack({ connectorId: "block-small" }),
      ...lists({ leads, adapters: [{ id: "a", fromId: "block-small", toId: "block-medium", currentA: 10 }] })
    },
    severity: "check",
    says: "small block plug"
  },
  "lead-too-thin": {
    fires: { ...lists({ leads: [{ ...leads[0], currentA: 2 }] }), set: { currentA: 2.1 } },
    misses: { ...lists({ leads: [{ ...leads[0], currentA: 2 }] }), set: { currentA: 2 } },
    severity: "stop",
    says: "carries 2.0 A"
  },
  "lead-drops-volts": {
    fires: { ...lists({ leads: [{ ...leads[0], awg: 20, lengthM: 1 }] }) },
    misses: { ...lists({ leads: [{ ...leads[0], awg: 14, lengthM: 1 }] }) },
    severity: "note",
    says: "drops 173 mV"
  },
  "one-cell-balances-nothing": {
    fires: { pack: aPack({ cells: 1 }), reading: flat(1, 3.8) },
    misses: { pack: aPack({ cells: 1 }), reading: flat(1, 3.8), task: "charge" },
    severity: "note",
    says: "balance stays off"
  },
  "boards-all-used": {
    fires: {
      around: {
        ...lists({ boards: [{ id: "b", name: "Board", cells: 6, count: 2 }] }).around,
        boardsInUse: 2
      }
    },
    misses: {
      around: {
        ...lists({ boards: [{ id: "b", name: "Board", cells: 6, count: 2 }] }).around,
        boardsInUse: 1
      }
    },
    severity: "check",
    says: "All 2 balance boards"
  },
  "own-balancer": {
    fires: { pack: aPack({ electronics: "own balancer" }), charger: multi() },
    misses: { pack: aPack({ electronics: "own balancer" }), charger: multi({ knowsOwnBalancer: true }) },
    severity: "check",
    says: "its own balancer"
  },
  "discharges-itself": {
    fires: { pack: aPack({ electronics: "discharges itself" }) },
    misses: { pack: aPack() },
    severity: "note",
    says: "warmth"
  },
  "charges-since-balance": {
    fires: { task: "charge", around: { chargesSinceBalance: 4 } },
    misses: { task: "charge", around: { chargesSinceBalance: 3 } },
    severity: "check",
    says: "4 charges"
  },
  "charger-cannot-balance": {
    fires: { charger: multi({ balanceCurrentA: 0 }), task: "charge" },
    misses: {
      charger: multi({ balanceCurrentA: 0 }),
      pack: aPack({ cells: 1 }),
      reading: flat(1, 3.7),
      task: "charge"
    },
    severity: "check",
    says: "does not balance"
  },
  "cells-not-shown": {
    fires: { charger: multi({ showsCells: false }) },
    misses: { charger: multi() },
    severity: "note",
    says: "does not show each cell"
  },
  "nominal-family-wrong": {
    fires: {
      charger: multi(
        {},
        { held: [held({ kind: "nominalV", heldValue: 3.8, min: 3.3, max: 3.8, step: 0.1 })] }
      )
    },
    misses: {
      charger: multi(
        {},
        { held: [held({ kind: "nominalV", heldValue: 3.7, min: 3.3, max: 3.8, step: 0.1 })] }
      )
    },
    severity: "stop",
    says: "overcharge"
  },
  "capacity-sets-current": {
    fires: { charger: multi({}, { capacityKeyed: "sets the current" }), purpose: "gentle" },
    misses: { charger: multi({}, { capacityKeyed: "sets the current" }) },
    severity: "note",
    says: "set it to 1.3 A"
  },
  "starts-by-itself": {
    fires: { charger: multi({}, { atCheck: "starts by itself" }) },
    misses: { charger: multi() },
    severity: "note",
    says: "starts by itself"
  },
  "forgets-at-restart": {
    fires: { charger: multi({}, { forgetsAtRestart: true }) },
    misses: { charger: multi() },
    severity: "note",
    says: "loses power"
  },
  "lead-shorted-cell": {
    fires: lead2({ reading: wholePack(10.2) }),
    misses: lead2({ reading: wholePack(10.81) }),
    severity: "stop",
    says: "10.20 V on 6 cells"
  },
  "lead-drained": {
    fires: lead2({ reading: wholePack(10.8, { usedSince: "until it faded" }) }),
    misses: lead2({ reading: wholePack(10.81, { usedSince: "until it faded" }) }),
    severity: "check",
    says: "give it 2100 mAh and read it an hour later"
  },
  "lead-low-too-hard": {
    fires: lead2({ reading: wholePack(11.69), set: { currentA: 0.8 } }),
    misses: lead2({ reading: wholePack(11.7), set: { currentA: 0.8 } }),
    severity: "stop",
    says: "0.1C, 0.7 A, at most"
  },
  "nickel-pack-dead": {
    fires: nimh2({ reading: wholePack(5.9) }),
    misses: nimh2({ reading: wholePack(6) }),
    severity: "check",
    says: "5.90 V on 6 cells"
  },
  "lead-ventilate": {
    fires: lead2(),
    misses: lead2({ task: "discharge" }),
    severity: "note",
    says: "hydrogen"
  },
  "lead-compensation": {
    fires: lead2({ reading: wholePack(12.1, { temperatureDegC: 15 }) }),
    misses: lead2({ reading: wholePack(12.1, { temperatureDegC: 24 }) }),
    severity: "note",
    says: "+45 mV"
  },
  "cycle-wears": {
    fires: { charger: multi(), task: "cycle", set: { cycles: 3 } },
    misses: { charger: multi(), task: "cycle", set: { cycles: 2 } },
    severity: "check",
    says: "3 cycles"
  },
  "cycle-rest-short": {
    fires: { charger: multi(), task: "cycle", set: { restMin: 4 } },
    misses: { charger: multi(), task: "cycle", set: { restMin: 5 } },
    severity: "check",
    says: "4 min"
  },
  "ends-empty": {
    fires: { charger: multi(), task: "cycle", set: { order: "up first" } },
    misses: { charger: multi(), task: "cycle", set: { order: "down first" } },
    severity: "note",
    says: "ends empty"
  },
  "load-may-not-join": {
    fires: joinedWith([3.83, 3.72, 3.72]),
    misses: joinedWith([3.74, 3.72, 3.72]),
    severity: "stop",
    says: "110 mV apart"
  },
  "load-joins-with-care": {
    fires: joinedWith([3.79, 3.79, 3.79]),
    misses: joinedWith([3.73, 3.73, 3.73]),
    severity: "check",
    says: "Main leads first"
  },
  "container-sealed": {
    fires: { around: { practice: { person: { container: "metal box" }, program: {} } } },
    misses: { around: { practice: { person: { container: "bricks" }, program: {} } } },
    severity: "check",
    says: "bursts"
  },
  "capacity-worn": {
    fires: { pack: aPack({ measuredCapacityAh: 2.07 }) },
    misses: { pack: aPack({ measuredCapacityAh: 2.08 }) },
    severity: "note",
    says: "2070 mAh of 2600 mAh"
  },
  "temperature-limit-loose": {
    fires: { set: { temperatureLimitDegC: 46 } },
    misses: { set: { temperatureLimitDegC: 45 } },
    severity: "check",
    says: "46 \xB0C"
  },
  "maker-end-not-read": {
    fires: {
      pack: aPack({ chemistry: "liion", labelChargeRateC: 1 }),
      charger: multi(),
      reading: flat(3, 3.5),
      set: { endVoltageV: 4.2 }
    },
    misses: {
      pack: aPack({ chemistry: "liion", labelChargeRateC: 1, makerEndVoltageV: 4.2 }),
      charger: multi(),
      reading: flat(3, 3.5)
    },
    severity: "check",
    says: "4.20 V is above the usual 4.10 V"
  },
  "charge-given-up": {
    fires: { set: { endVoltageV: 4.1 } },
    misses: { set: { endVoltageV: 4.19 } },
    severity: "note",
    says: /about 1[01] % of the charge/
  },
  "hurry-hard": {
    fires: { set: { currentA: 5.3 } },
    misses: { set: { currentA: 5.2 } },
    severity: "check",
    says: "above 2C"
  },
  "pair-partner": {
    fires: { pack: aPack({ pairId: "other" }) },
    misses: { pack: aPack() },
    severity: "note",
    says: "one of a pair"
  },
  "slot-holds-other": {
    fires: { charger: multi({}, { slots: 1 }), around: { slots: [{ slot: 1, title: "Charge" }] } },
    misses: { charger: multi({}, { slots: 2 }), around: { slots: [{ slot: 1, title: "Charge" }] } },
    severity: "note",
    says: "All 1 memory slots"
  }
};

// evaluation/pack-state/next-program.ts
var AIR_DEG_C2 = 20;
var OF_THE_CHARGER = /* @__PURE__ */ new Set(["held-value-would-cut", "held-value-differs"]);
var round2 = (value2, digits) => Math.round(value2 * 10 ** digits) / 10 ** digits;
function readNow(m, draw) {
  const common = 4e-3 * normal2(draw);
  const volts3 = cellVolts(m.truth).map((v) => round2(v + common + 2e-3 * normal2(draw), 2));
  const cells = m.pack.balanceLead;
  return {
    kind: "reading",
    id: "now",
    at: m.at,
    reading: {
      takenAt: m.at,
      cellVoltagesV: cells ? volts3 : null,
      packVoltageV: cells ? null : round2(
        volts3.reduce((a, b) => a + b, 0),
        2
      ),
      state: Math.abs(m.truth.excessV) > 0.02 ? "just used" : "rest",
      usedSince: "not said",
      temperatureDegC: AIR_DEG_C2,
      cellResistancesOhm: null,
      chargerCellsV: null,
      chargerChannelId: null
    }
  };
}
function programOf(pack, events, now) {
  const last = events.findLast((e) => e.kind === "reading");
  return solve(
    aContext({
      pack,
      charger: aMultiCharger(),
      reading: last?.reading ?? null,
      task: ordinaryTask(chemistryOf(pack.chemistry), pack.cells),
      ambientDegC: AIR_DEG_C2,
      now,
      around: { events }
    })
  );
}
var quantile = (sorted, part) => sorted.length ? sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] : NaN;
function nextPrograms(chemistry, lives, steps, seed) {
  const kept = /* @__PURE__ */ new Map();
  const beyond = [];
  let [sound2, clear, alarming, alarmingClear] = [0, 0, 0, 0];
  for (let life2 = 0; life2 < lives; life2++) {
    const draw = uniform(seed + life2);
    for (const m of lifeOf(chemistry, steps, draw)) {
      const own = uniform(seed + 7919 * life2 + m.events.length);
      const events = [...m.events, readNow(m, own)];
      const { resolved, settings, findings } = programOf(m.pack, events, m.at);
      const verdict = verdictOf(findings.filter((f) => !OF_THE_CHARGER.has(f.rule)));
      if (settings.capacityLimitAh !== null)
        beyond.push((settings.capacityLimitAh - (1 - m.soc) * m.truth.capacityAh) / m.truth.capacityAh);
      if (resolved.state.contradictions.length) {
        alarming++;
        if (verdict === "clear") alarmingClear++;
      } else if (m.honest && m.complete && m.soc < 0.9) {
        sound2++;
        if (verdict === "clear") clear++;
        for (const { rule, severity } of findings)
          if (severity !== "note" && !OF_THE_CHARGER.has(rule)) kept.set(rule, (kept.get(rule) ?? 0) + 1);
      }
      const what = own() < 0.5 ? "swollen" : "hot";
      const before = new Date(Date.parse(m.at) - 6e4).toISOString();
      const seen = {
        ...{ kind: "observation", id: "seen", at: before, what },
        ...{ clearedAt: null, clearedBecause: null }
      };
      const felt = events.map(
        (e) => e.id === "now" && e.kind === "reading" ? { ...e, reading: { ...e.reading, temperatureDegC: null } } : e
      );
      alarming++;
      if (verdictOf(programOf(m.pack, [...felt, seen], m.at).findings) === "clear") alarmingClear++;
    }
  }
  beyond.sort((a, b) => a - b);
  return {
    ...{ chemistry, sound: sound2, clear: clear / sound2, kept, alarming, alarmingClear },
    beyond: { median: quantile(beyond, 0.5), p99: quantile(beyond, 0.99) }
  };
}

// evaluation/pack-state/measure.ts
var LIVES = 2400;
var STEPS = 6;
var percent3 = (share2) => (Number.isNaN(share2) ? "\u2013" : (100 * share2).toFixed(1)).padStart(6);
function measurePackState(lives = LIVES) {
  console.log(
    `Moments of ${lives} lives of each chemistry; shares in per cent.
chemistry  moments   held  under  width   full  right  complete  sound  alarms`
  );
  for (const chemistry of CHEMISTRIES2) {
    const c = coverageOf(chemistry, lives, STEPS, 2e4);
    console.log(
      `${chemistry.padEnd(9)} ${String(c.asked).padStart(8)} ${percent3(c.held)} ${percent3(c.below)} ${percent3(c.width)} ${String(c.full).padStart(6)} ${percent3(c.fullRight)}    ${percent3(c.fullRightComplete)} ${percent3(c.soundCalledFull)}  ${percent3(c.falseAlarms)}`
    );
  }
  const fewer = Math.ceil(lives / 6);
  console.log(
    `
Programs after ${fewer} lives of each: sound stories and the share that is Clear; hot, swollen or contradicted ones, and how many of them are Clear; charge that the limit lets in beyond what was missing, of the capacity.
chemistry   sound  clear  alarming  clear  median  99 %   what keeps sound ones from it`
  );
  for (const chemistry of CHEMISTRIES2) {
    const n = nextPrograms(chemistry, fewer, STEPS, 4e4);
    const kept = [...n.kept].sort((a, b) => b[1] - a[1]).map((k) => k.join(" "));
    console.log(
      `${chemistry.padEnd(9)} ${String(n.sound).padStart(7)} ${percent3(n.clear)} ${String(n.alarming).padStart(9)} ${String(n.alarmingClear).padStart(6)} ${n.beyond.median.toFixed(2).padStart(7)} ${n.beyond.p99.toFixed(2).padStart(5)}   ${kept.slice(0, 4).join(", ")}`
    );
  }
}

// scripts/evaluate.ts
var SUBJECTS = { "pack-state": measurePackState };
var [subject, size] = process.argv.slice(2);
if (!subject || !(subject in SUBJECTS)) {
  console.error(`Say what is to be measured: ${Object.keys(SUBJECTS).join(", ")}.`);
  process.exit(1);
}
SUBJECTS[subject](size === void 0 ? void 0 : Number(size));
