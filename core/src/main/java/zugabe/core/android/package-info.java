/**
 * What is known of Android packages, whatever is made of them: the platform's own resources, and
 * what a manifest says. Knows no kind.
 */
package zugabe.core.android;
