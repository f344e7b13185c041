/**
 * A stand-in for an Android phone: takes packages or refuses them by the platform's rules, and
 * shows what its launcher would show. Nothing of a package is run.
 */
package zugabe.standins.phone;
