/** Handlers of the addresses, one package for each protocol as the runtime wants it. */
package zugabe.inner.protocols;
