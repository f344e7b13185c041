/**
 * The manifest of the JAR File Specification (Java SE 17), written and read, and the order of a
 * jar's entries.
 *
 * <p>A manifest is UTF-8 text of {@code name: value} lines of at most 72 bytes without their CRLF;
 * longer ones go on in lines that start with a space. A section ends with a blank line. Names are
 * compared without regard to case.
 */
package zugabe.formats.jar;
