/**
 * An application for phones as several kinds make it: what a recipe says of it, its manifest, its
 * icons, what is wrong with it. Knows plans, never a kind.
 */
package zugabe.core.phone;
