/** Threads and progress, handed to whoever does long work. */
package zugabe.core.work;
