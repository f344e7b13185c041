/** The web archive: today's tide curve, by a servlet container, or alone. */
package example.gannet.saltmarsh.web;
