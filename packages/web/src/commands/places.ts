/** What an address says beside its page. */

/** The project in which a new case is begun. */
export const NEW_CASE_IN = 'new';
/** The rung of the ladder that is pointed at, from the top. */
export const RUNG = 'rung';
