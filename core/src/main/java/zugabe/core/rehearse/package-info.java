/** Starting what was made, and comparing what it does with what the recipe expects. */
package zugabe.core.rehearse;
