/** What the program knows of itself. */
package zugabe.core.program;
