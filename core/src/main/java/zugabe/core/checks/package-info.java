/** What can be said about a plan whatever is made of it. */
package zugabe.core.checks;
