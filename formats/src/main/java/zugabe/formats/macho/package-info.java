/**
 * Mach-O files (Apple, "Mach-O Programming Topics"; {@code mach-o/loader.h}, {@code mach-o/fat.h}),
 * read only: what a program or library is for and what it is linked to. Files for several
 * processors are read as their parts. Not read: symbols, code signatures.
 */
package zugabe.formats.macho;
