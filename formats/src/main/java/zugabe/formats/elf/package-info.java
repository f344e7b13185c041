/**
 * ELF files (System V Application Binary Interface, chapters 4 and 5; Linux Standard Base, "Symbol
 * Versioning"), read only: what a program or library is for and what it is linked to. Not read:
 * sections, symbols, relocations.
 */
package zugabe.formats.elf;
