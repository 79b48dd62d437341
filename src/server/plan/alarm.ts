/** An alarm older than so many days is history. */
export const ALARM_DAYS = 14;
