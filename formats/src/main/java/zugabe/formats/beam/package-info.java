/**
 * Compiled modules of the Erlang virtual machine (a form of IFF: {@code FOR1}, {@code BEAM}, chunks
 * of a name, a big-endian size, and data padded to 4 bytes), read only: a module's name and the
 * modules it calls. Not read: code, literals.
 */
package zugabe.formats.beam;
