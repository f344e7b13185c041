/**
 * The plan: the recipe with every default applied, every path resolved, every material read and the
 * clock fixed. The same plan makes the same bytes.
 */
package zugabe.core.plan;
