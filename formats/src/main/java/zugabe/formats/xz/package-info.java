/**
 * .xz files (The .xz File Format 1.2.0), written: one stream of several blocks with one index, so
 * that blocks are packed in parallel and the bytes don't depend on how many threads there are.
 * LZMA2 comes from XZ for Java; the container is ours.
 */
package zugabe.formats.xz;
