/** The desktop program of Saltmarsh: a window with a tide curve. */
package example.gannet.saltmarsh.desktop;
