/** Archives: files below one folder, in zip or compressed tar files. */
package zugabe.kinds.archive;
