package zugabe.formats.zip;

/**
 * One thing noticed in an archive.
 *
 * @param entry the entry's name, or empty when it concerns the whole file
 * @param offset where in the file, in bytes from its start
 * @param what one sentence
 */
public record ZipIrregularity(ZipFault fault, String entry, long offset, String what) {}
