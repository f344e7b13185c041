/**
 * JSON, as trees of maps, lists and scalars: receipts and answers. With the recipe the only room
 * that sees Jackson.
 */
package zugabe.core.json;
