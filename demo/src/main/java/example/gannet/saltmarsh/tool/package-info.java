/** The command-line tool of Saltmarsh. */
package example.gannet.saltmarsh.tool;
