/** Install trees: the files of a deliverable as they will lie where it is used. */
package zugabe.core.tree;
