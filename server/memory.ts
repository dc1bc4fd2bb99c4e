import { setFlagsFromString } from 'node:v8';

/**
 * Left to itself the engine lets what is thrown away grow to four times what is held before it looks: 415 MB for a house that
 * holds 50. A small computer in a cupboard has not got that, and looking sooner costs no page anything that can be measured
 * (docs/measurements.md, A small computer).
 */
setFlagsFromString('--heap-growing-percent=60');
