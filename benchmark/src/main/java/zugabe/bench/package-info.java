/**
 * Measurements against general-purpose programs on the same content in the same run. Never part of
 * tests.
 */
package zugabe.bench;
