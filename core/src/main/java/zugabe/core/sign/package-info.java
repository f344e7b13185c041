/**
 * Signatures: made, timestamped and verified. In a jar (JAR File Specification, "Signed JAR File"),
 * and beside a file as CMS (RFC 5652) and OpenPGP (RFC 4880). Timestamps are those of RFC 3161.
 */
package zugabe.core.sign;
