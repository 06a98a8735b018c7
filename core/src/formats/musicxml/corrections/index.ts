export { explainRefusal, type Correction, type CorrectionRefusal } from './correction';
export { correctMusic, type Corrected } from './correct';
