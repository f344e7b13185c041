/**
 * What all zip-shaped deliverables share: an install tree laid out as a zip file, and the listing
 * of one.
 */
package zugabe.core.archive;
