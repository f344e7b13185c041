/** Archives of others, unpacked for as long as they are looked at or tried. */
package zugabe.core.unpacking;
