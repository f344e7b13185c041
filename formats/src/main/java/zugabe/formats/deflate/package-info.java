/**
 * DEFLATE (RFC 1951) in blocks of constant size that are compressed independently and joined by
 * sync flushes, through the JDK's engine. That engine is the system's zlib on some systems; {@link
 * zugabe.formats.deflate.Deflate#fingerprint} tells whether two machines make the same bytes.
 */
package zugabe.formats.deflate;
