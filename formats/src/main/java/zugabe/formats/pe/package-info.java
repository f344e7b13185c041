/**
 * Portable executables (Microsoft, "PE Format"), read only: what a program or library is for, what
 * it is linked to, and whether it has a window. Not read: symbols, relocations, resources.
 */
package zugabe.formats.pe;
