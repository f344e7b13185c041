/**
 * Compiles the resources of an Android package from their sources: folders with qualifiers, values
 * and files, into a table and compiled XML. Knows no kind.
 */
package zugabe.core.resources;
