/**
 * Zstandard files (RFC 8878), written: frames one behind the other, each with size and checksum, so
 * that they are packed in parallel and the bytes don't depend on how many threads there are.
 */
package zugabe.formats.zstd;
