/**
 * Signing keys: where they lie, the secrets that open them, how they are made and shown.
 *
 * <p>X.509 certificates and their keys in PKCS #12 (RFC 7292, with PBES2 of RFC 8018) and in Java's
 * own stores, which are only read; OpenPGP keys of version 4 (RFC 4880). Cryptography and the
 * encoding of these structures are Bouncy Castle's and the runtime's.
 */
package zugabe.core.keys;
