/** What can be made. Each kind has a package below this one; the registry is the only link. */
package zugabe.kinds;
