/**
 * Compiled XML of Android packages (Android Open Source Project, {@code ResourceTypes.h}, {@code
 * ResXMLTree}): manifests, layouts, and whatever else a package holds as XML. Read and written;
 * comments aren't kept.
 */
package zugabe.formats.androidxml;
