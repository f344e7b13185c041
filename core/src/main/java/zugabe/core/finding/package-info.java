/**
 * What is noticed about a user's input: codes, severity, place, cause, remedy. Uses nothing else of
 * the program.
 */
package zugabe.core.finding;
