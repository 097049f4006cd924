import { clockTime, day, whole } from '../../core/kernel/fields'

/** The fields by which a class says when it is; `beside` says that another class at that time is known of. */
export const TIMES = { day: day(), startTime: clockTime(), lengthMin: whole(5, 240) }
