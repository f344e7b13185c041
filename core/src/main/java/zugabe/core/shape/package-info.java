/**
 * The words in which a recipe's keys are described. One description binds values, makes the JSON
 * Schema and the pages of documentation, so that the three can't differ.
 */
package zugabe.core.shape;
