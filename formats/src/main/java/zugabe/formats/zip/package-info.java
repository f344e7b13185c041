/**
 * The zip format (APPNOTE.TXT 6.3.10), written and read.
 *
 * <p>Supported: methods 0 (stored) and 8 (deflated), zip64, UTF-8 names, data descriptors (read
 * only), Unix modes, alignment of entry data. Not supported: encryption, other methods, archives in
 * several parts.
 *
 * <p>Written files never need a data descriptor: sizes and CRC stand in the local header, so that
 * readers which stream accept stored entries as well. Readers that deviate: {@code java -jar}
 * refuses a file with any byte after the end record that its comment length doesn't cover, so that
 * is a fault here too.
 */
package zugabe.formats.zip;
