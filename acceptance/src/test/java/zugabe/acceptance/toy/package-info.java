/**
 * A kind of deliverable that only tests know. It is all of this package and one line of a registry,
 * and goes through every command.
 */
package zugabe.acceptance.toy;
