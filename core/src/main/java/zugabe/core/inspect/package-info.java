/** Looks into files that hold others, and tells what is there. */
package zugabe.core.inspect;
