/** The background service of Saltmarsh: a page and a JSON address. */
package example.gannet.saltmarsh.service;
