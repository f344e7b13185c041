/**
 * What a kind of deliverable has to be able to do, and the few records it answers with. The kinds
 * themselves are elsewhere; nothing here knows one by name.
 */
package zugabe.core.kind;
