/**
 * Start programs for Windows: one file that is a program for the system and a jar for a Java
 * runtime at once, with an icon, a page of properties, and the search for a runtime.
 */
package zugabe.kinds.launcher;
