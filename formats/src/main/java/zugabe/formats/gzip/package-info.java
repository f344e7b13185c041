/**
 * gzip files (RFC 1952), written: one member, packed in blocks that join to one deflate stream; no
 * name and no time, so that the same content gives the same bytes.
 */
package zugabe.formats.gzip;
