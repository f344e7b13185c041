/**
 * What Android packages have beside their zip file's own structures: the signing block in front of
 * the central directory, with signers of the APK Signature Schemes v2, v3 and v3.1 (Android Open
 * Source Project, "APK Signature Scheme v2", "APK Signature Scheme v3"), and the proof of rotation.
 * Not supported: scheme v4, which lies in a file of its own; source stamps, which are passed over.
 */
package zugabe.formats.apk;
