/**
 * Portable executables (Microsoft, "PE Format"): what a program or library is for, what it is
 * linked to, whether it has a window, and where its resources are. Written: resources of a program
 * that is there, and its checksum. Not read: symbols, relocations, resources by name.
 */
package zugabe.formats.pe;
