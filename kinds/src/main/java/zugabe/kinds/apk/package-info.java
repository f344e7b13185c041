/**
 * The kind {@code apk}: packages for Android phones, made from byte code, libraries and resources,
 * and signed.
 */
package zugabe.kinds.apk;
