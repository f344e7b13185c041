/** Found by the runtime by its name: {@code java.protocol.handler.pkgs} and the protocol. */
package zugabe.inner.protocols.jar;
