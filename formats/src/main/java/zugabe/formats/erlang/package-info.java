/**
 * Erlang terms: as text (Erlang Reference Manual, "Data Types"; what {@code file:consult/1} reads)
 * and in the external form (ERTS User's Guide, "External Term Format"). Read and written: atoms,
 * integers, floats, strings, tuples, lists, binaries of bytes, maps. Not: references, ports,
 * process identifiers, functions, bit strings, compressed terms.
 */
package zugabe.formats.erlang;
