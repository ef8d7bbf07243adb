export type { ChoiceOf, Practice, SchoolName } from './schools';
export { DEFAULT_PRACTICE, isSchoolName, rulesOf, SCHOOLS, schoolOf } from './schools';
