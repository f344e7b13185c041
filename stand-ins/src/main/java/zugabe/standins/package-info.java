/** Simulated outside services, for demonstrations and tests: small servers on this machine only. */
package zugabe.standins;
