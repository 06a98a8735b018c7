export { explainAbcError, wordAbcRemark, type AbcError, type AbcPlace, type AbcRemark } from './errors';
export { abcTunes, readAbc, type AbcScore } from './read';
export { writeAbc } from './write';
