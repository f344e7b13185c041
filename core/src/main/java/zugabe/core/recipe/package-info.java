/**
 * The recipe: a located tree read from YAML or JSON, variables and overrides applied to it, and
 * immutable records bound from it. All faults are found in one go, each where it stands. The
 * records' shapes also make the JSON Schema.
 */
package zugabe.core.recipe;
