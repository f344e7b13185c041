/**
 * Property lists of Apple's systems ({@code plist(5)}), written as XML by a library. Supported:
 * texts, truth values, lists and dictionaries, in the order given. Not supported: the binary form.
 */
package zugabe.formats.plist;
