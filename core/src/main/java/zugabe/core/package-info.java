/**
 * The façade: everything a user can ask of the program, without an interface. Never prints, never
 * exits.
 */
package zugabe.core;
