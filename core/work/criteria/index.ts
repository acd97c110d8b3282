/** Criteria as a shop edits them: their form. */
export { clauseForm, criterionEdited, criterionForm, criterionGroups, criterionKnown, keepForm } from './form';
export { allowedField, type Allowed } from './measure';
