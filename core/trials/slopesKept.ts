import type { FoundSlopes } from './slopesFound.ts'

/** Slopes of usual set-ups as the motion core foretells them. Made by `npm run slopes`; not to be changed by hand. */
export const keptSlopes: readonly FoundSlopes[] = [
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.061127, firstReadFt: -0.068314, entryAngleDeg: 0.018191 },
      entryBoard: 3.921553,
      firstReadFt: 0.051417,
      entryAngleDeg: 0.325834,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.002832, firstReadFt: -0.002765, entryAngleDeg: 0.000869 },
      entryBoard: -2.965275,
      firstReadFt: -0.002256,
      entryAngleDeg: -0.338825,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.303458, firstReadFt: -1.648412, entryAngleDeg: -0.625375 },
      entryBoard: -2.582183,
      firstReadFt: 2.708763,
      entryAngleDeg: -0.607601,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.13843, firstReadFt: -0.14002, entryAngleDeg: -0.056369 },
      entryBoard: 3.859904,
      firstReadFt: 0.109071,
      entryAngleDeg: 0.380857,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.038832, firstReadFt: -0.039466, entryAngleDeg: -0.014579 },
      entryBoard: -2.934603,
      firstReadFt: -0.033655,
      entryAngleDeg: -0.349515,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.041529, firstReadFt: 0.057241, entryAngleDeg: -1.237571 },
      entryBoard: -2.667536,
      firstReadFt: 1.700063,
      entryAngleDeg: -0.184838,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.280389, firstReadFt: -0.333468, entryAngleDeg: 0.050957 },
      entryBoard: 3.709604,
      firstReadFt: 0.310467,
      entryAngleDeg: 0.303729,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.045292, firstReadFt: -0.046871, entryAngleDeg: 0.003276 },
      entryBoard: -2.889129,
      firstReadFt: -0.09181,
      entryAngleDeg: -0.339243,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.106744, firstReadFt: 0.079668, entryAngleDeg: 1.78544 },
      entryBoard: -2.616789,
      firstReadFt: 1.518937,
      entryAngleDeg: -0.20504,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 1.894343, firstReadFt: -1.001689, entryAngleDeg: 0.080398 },
      entryBoard: 2.476653,
      firstReadFt: 0.754931,
      entryAngleDeg: 0.268659,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 1.170529, firstReadFt: -0.099637, entryAngleDeg: 0.387179 },
      entryBoard: -2.019514,
      firstReadFt: -0.078392,
      entryAngleDeg: -0.038574,
    },
    speedDeviationMph: {
      bend: { entryBoard: 1.414998, firstReadFt: 0.060676, entryAngleDeg: 1.105546 },
      entryBoard: -2.354168,
      firstReadFt: 4.624956,
      entryAngleDeg: -0.573105,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.159394, firstReadFt: -0.488661, entryAngleDeg: 0.022726 },
      entryBoard: 3.845529,
      firstReadFt: 0.373964,
      entryAngleDeg: 0.321942,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.063764, firstReadFt: -0.202234, entryAngleDeg: 0.012749 },
      entryBoard: -2.917252,
      firstReadFt: -0.159143,
      entryAngleDeg: -0.329425,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.278679, firstReadFt: 0.116611, entryAngleDeg: -1.589042 },
      entryBoard: -3.349687,
      firstReadFt: 5.975991,
      entryAngleDeg: -0.189992,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.350538, firstReadFt: -1.154437, entryAngleDeg: 0.082143 },
      entryBoard: 3.61164,
      firstReadFt: 1.124098,
      entryAngleDeg: 0.257661,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.053462, firstReadFt: -0.200043, entryAngleDeg: 0.024864 },
      entryBoard: -2.84145,
      firstReadFt: -0.386591,
      entryAngleDeg: -0.302806,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.278589, firstReadFt: -1.282804, entryAngleDeg: -1.066374 },
      entryBoard: -3.199992,
      firstReadFt: 4.538963,
      entryAngleDeg: -0.272802,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.378794, firstReadFt: -1.140263, entryAngleDeg: -0.141456 },
      entryBoard: 3.429939,
      firstReadFt: 1.509999,
      entryAngleDeg: 0.467932,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.125419, firstReadFt: -0.407395, entryAngleDeg: -0.039428 },
      entryBoard: -2.704422,
      firstReadFt: -0.762617,
      entryAngleDeg: -0.385977,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.152175, firstReadFt: -1.027049, entryAngleDeg: -1.573637 },
      entryBoard: -3.064949,
      firstReadFt: 2.939937,
      entryAngleDeg: -0.156285,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: -1.053893, firstReadFt: -0.097069, entryAngleDeg: 0.658138 },
      entryBoard: 1.926006,
      firstReadFt: 0.077847,
      entryAngleDeg: 0.381874,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.659522, firstReadFt: -0.00039, entryAngleDeg: 0.231472 },
      entryBoard: -1.897808,
      firstReadFt: -0.005338,
      entryAngleDeg: -0.304355,
    },
    speedDeviationMph: {
      bend: { entryBoard: -0.926134, firstReadFt: 0.088618, entryAngleDeg: 0.689835 },
      entryBoard: -2.399454,
      firstReadFt: 3.778246,
      entryAngleDeg: -0.405522,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.3868, firstReadFt: -0.275785, entryAngleDeg: 0.091365 },
      entryBoard: 3.569773,
      firstReadFt: 0.313455,
      entryAngleDeg: 0.245284,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.042837, firstReadFt: -0.099837, entryAngleDeg: 0.010673 },
      entryBoard: -2.82901,
      firstReadFt: -0.181494,
      entryAngleDeg: -0.306111,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.31998, firstReadFt: 0.01023, entryAngleDeg: -0.470578 },
      entryBoard: -3.921906,
      firstReadFt: 4.924657,
      entryAngleDeg: -0.250502,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.375003, firstReadFt: -0.246295, entryAngleDeg: 0.092776 },
      entryBoard: 3.364939,
      firstReadFt: 0.780938,
      entryAngleDeg: 0.223592,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.165947, firstReadFt: 0.027421, entryAngleDeg: 0.048944 },
      entryBoard: -2.625203,
      firstReadFt: -0.259216,
      entryAngleDeg: -0.269934,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.406139, firstReadFt: 0.082505, entryAngleDeg: 1.412299 },
      entryBoard: -3.591836,
      firstReadFt: 4.445621,
      entryAngleDeg: -0.404165,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.041704, firstReadFt: -0.355816, entryAngleDeg: 0.061709 },
      entryBoard: 3.21344,
      firstReadFt: 1.08396,
      entryAngleDeg: 0.168956,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.062962, firstReadFt: -0.101388, entryAngleDeg: -0.001848 },
      entryBoard: -2.602419,
      firstReadFt: -0.360183,
      entryAngleDeg: -0.255159,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.182737, firstReadFt: -0.694669, entryAngleDeg: 0.978811 },
      entryBoard: -3.486957,
      firstReadFt: 3.313464,
      entryAngleDeg: -0.538398,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: -0.578615, firstReadFt: -0.000307, entryAngleDeg: -0.415228 },
      entryBoard: 2.298862,
      firstReadFt: 0.005758,
      entryAngleDeg: 0.30807,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.180373, firstReadFt: -0.000307, entryAngleDeg: -0.049307 },
      entryBoard: -2.36543,
      firstReadFt: -0.005758,
      entryAngleDeg: -0.37412,
    },
    speedDeviationMph: {
      bend: { entryBoard: -0.348839, firstReadFt: 0.218621, entryAngleDeg: -1.204652 },
      entryBoard: -3.489554,
      firstReadFt: 3.095702,
      entryAngleDeg: -0.223849,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.60113, firstReadFt: -0.14474, entryAngleDeg: 0.101815 },
      entryBoard: 3.234234,
      firstReadFt: 0.125106,
      entryAngleDeg: 0.218927,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.349018, firstReadFt: -0.025558, entryAngleDeg: 0.063422 },
      entryBoard: -2.540194,
      firstReadFt: -0.03572,
      entryAngleDeg: -0.264945,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.892697, firstReadFt: 0.033799, entryAngleDeg: 1.092658 },
      entryBoard: -4.332672,
      firstReadFt: 4.17031,
      entryAngleDeg: -0.361369,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.069811, firstReadFt: -0.093168, entryAngleDeg: -0.028869 },
      entryBoard: 3.040774,
      firstReadFt: 0.242226,
      entryAngleDeg: 0.488864,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.124653, firstReadFt: 0.003049, entryAngleDeg: 0.024324 },
      entryBoard: -2.549879,
      firstReadFt: -0.109064,
      entryAngleDeg: -0.415794,
    },
    speedDeviationMph: {
      bend: { entryBoard: -0.100196, firstReadFt: 0.055182, entryAngleDeg: 0.661834 },
      entryBoard: -4.125647,
      firstReadFt: 3.888832,
      entryAngleDeg: -0.252708,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.364879, firstReadFt: -0.071549, entryAngleDeg: -0.117951 },
      entryBoard: 2.830841,
      firstReadFt: 0.361083,
      entryAngleDeg: 0.550696,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.084173, firstReadFt: 0.013879, entryAngleDeg: -0.024931 },
      entryBoard: -2.571377,
      firstReadFt: -0.131563,
      entryAngleDeg: -0.411894,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.19041, firstReadFt: -0.114469, entryAngleDeg: -0.783935 },
      entryBoard: -4.078486,
      firstReadFt: 3.316165,
      entryAngleDeg: -0.085907,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: -0.037264, firstReadFt: -0.000245, entryAngleDeg: 0.166084 },
      entryBoard: 2.503397,
      firstReadFt: 0.005934,
      entryAngleDeg: 0.541119,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.064011, firstReadFt: -0.000245, entryAngleDeg: 0.029115 },
      entryBoard: -2.461983,
      firstReadFt: -0.005934,
      entryAngleDeg: -0.420571,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.140791, firstReadFt: 0.15129, entryAngleDeg: 0.919513 },
      entryBoard: -3.961206,
      firstReadFt: 2.525219,
      entryAngleDeg: -0.029307,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: -0.12839, firstReadFt: -0.006658, entryAngleDeg: 0.029517 },
      entryBoard: 3.023611,
      firstReadFt: 0.010217,
      entryAngleDeg: 0.463662,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: -0.264822, firstReadFt: -0.000344, entryAngleDeg: 0.041644 },
      entryBoard: -2.34003,
      firstReadFt: -0.005481,
      entryAngleDeg: -0.424958,
    },
    speedDeviationMph: {
      bend: { entryBoard: -0.47972, firstReadFt: 0.231637, entryAngleDeg: 1.001708 },
      entryBoard: -4.580366,
      firstReadFt: 3.555824,
      entryAngleDeg: -0.385327,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.874017, firstReadFt: -0.02556, entryAngleDeg: -0.037226 },
      entryBoard: 2.459075,
      firstReadFt: 0.025276,
      entryAngleDeg: 0.250961,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.384406, firstReadFt: -0.000359, entryAngleDeg: 0.022621 },
      entryBoard: -2.333415,
      firstReadFt: -0.006375,
      entryAngleDeg: -0.279115,
    },
    speedDeviationMph: {
      bend: { entryBoard: 1.041916, firstReadFt: 0.137628, entryAngleDeg: -1.362068 },
      entryBoard: -4.43513,
      firstReadFt: 3.46669,
      entryAngleDeg: -0.503564,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.536633, firstReadFt: -0.008116, entryAngleDeg: 0.147511 },
      entryBoard: 2.546758,
      firstReadFt: 0.013064,
      entryAngleDeg: 0.202535,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.232468, firstReadFt: -0.000314, entryAngleDeg: 0.049357 },
      entryBoard: -2.26425,
      firstReadFt: -0.007212,
      entryAngleDeg: -0.276241,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.727992, firstReadFt: 0.116947, entryAngleDeg: 1.438104 },
      entryBoard: -4.054898,
      firstReadFt: 3.242602,
      entryAngleDeg: -0.586594,
    },
  },
  {
    targetDeviationBoards: {
      bend: { entryBoard: 0.172177, firstReadFt: -0.0002, entryAngleDeg: 0.143155 },
      entryBoard: 2.528052,
      firstReadFt: 0.005938,
      entryAngleDeg: 0.259088,
    },
    laydownDeviationBoards: {
      bend: { entryBoard: 0.030967, firstReadFt: -0.0002, entryAngleDeg: 0.021378 },
      entryBoard: -2.46604,
      firstReadFt: -0.005938,
      entryAngleDeg: -0.313918,
    },
    speedDeviationMph: {
      bend: { entryBoard: 0.751709, firstReadFt: 0.132991, entryAngleDeg: 1.174215 },
      entryBoard: -4.332034,
      firstReadFt: 2.10254,
      entryAngleDeg: -0.562507,
    },
  },
]
