/**
 * DEFLATE (RFC 1951) in code of our own: the same bytes on every machine. Contents are cut into
 * blocks of constant size that are packed independently and joined at whole bytes; each is parsed
 * into literals and matches, split where its statistics change, and written with prefix codes.
 */
package zugabe.formats.deflate;
