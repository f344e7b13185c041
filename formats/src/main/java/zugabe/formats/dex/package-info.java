/**
 * Dalvik executables (Android Open Source Project, "Dalvik executable format"), read only: header
 * and the names of classes. Not read: code.
 */
package zugabe.formats.dex;
