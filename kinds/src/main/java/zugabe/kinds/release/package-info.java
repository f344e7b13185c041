/**
 * Releases for Erlang/OTP (OTP Design Principles, "Releases"; SASL, {@code rel(4)} and {@code
 * script(4)}): applications, a boot file, system configuration, a start script, and the runtime if
 * it is to travel along.
 */
package zugabe.kinds.release;
