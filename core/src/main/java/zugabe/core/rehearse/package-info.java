/**
 * Rehearsals: what was made is unpacked in a throw-away place, started with next to nothing of the
 * machine's environment, compared with what was expected, stopped and removed.
 */
package zugabe.core.rehearse;
