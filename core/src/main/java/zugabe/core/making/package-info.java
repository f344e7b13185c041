/**
 * Carrying a plan out: the output folder with its lock, the one class that streams layouts into
 * files, and the order in which results appear.
 */
package zugabe.core.making;
