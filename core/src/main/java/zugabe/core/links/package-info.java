/**
 * Follows what a program's code links to, from its main class on, and tells what isn't there: in
 * the materials, among what the wanted Java's modules export, or in the container.
 */
package zugabe.core.links;
