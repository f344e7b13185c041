/**
 * tar files in the pax interchange format (POSIX.1-2017, pax, "pax Interchange Format" and "ustar
 * Interchange Format"), written. Supported: folders, regular files, symbolic links. What a ustar
 * header can't hold (names that are long or not ASCII, sizes from 8 GiB) is in an extended header
 * in front of it. All entries belong to user and group 0, root. Not supported: other types, sparse
 * files.
 */
package zugabe.formats.tar;
