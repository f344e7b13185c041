/**
 * The command line: arguments in, text or JSON out, progress, exit codes. What it answers comes
 * from the façade.
 */
package zugabe.cli;
