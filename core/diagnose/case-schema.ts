/** The checks of a case. */
import { schemaOf } from '../quantity/field-schema';
import { CASE, CASE_ANSWER, SCREEN, TAUGHT } from './case';

const { openedAt: _opened, closedAt: _closed, confirmed: _confirmed, ...begun } = CASE;
/** What a case is opened with. */
export const CaseInputSchema = schemaOf(begun);
export const CaseAnswerSchema = schemaOf(CASE_ANSWER);
export const ScreenSchema = schemaOf(SCREEN);
const { chargerId: _charger, ...taught } = TAUGHT;
export const TaughtSchema = schemaOf(taught);
