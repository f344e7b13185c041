/**
 * The byte types everything else is built on: content that can be opened again, layouts of files to
 * be written, and range-checked little-endian fields. Uses nothing but the JDK.
 */
package zugabe.bytes;
