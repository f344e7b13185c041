/**
 * Scripts that travel with a program: made from templates, one for POSIX shells, one for Windows.
 */
package zugabe.core.scripts;
