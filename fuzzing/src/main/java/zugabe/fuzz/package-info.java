/**
 * Spoilt and hostile inputs, made from seeds, for everything that reads what comes from anywhere.
 */
package zugabe.fuzz;
