/** Looks at a folder that a build left, and drafts a recipe for what is in it. */
package zugabe.core.survey;
