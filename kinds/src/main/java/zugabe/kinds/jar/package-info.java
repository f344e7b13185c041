/**
 * Jars: programs that {@code java -jar} starts, and libraries (JAR File Specification, Java SE 17).
 */
package zugabe.kinds.jar;
