/**
 * A program's jar: own classes, libraries merged or nested, manifest (JAR File Specification, Java
 * SE 17). What holds one, alone or in an install tree, is decided elsewhere.
 */
package zugabe.core.jar;
