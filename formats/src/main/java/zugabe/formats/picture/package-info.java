/**
 * Pictures, read only: format and size in pixels. PNG (ISO/IEC 15948), JPEG (ITU-T T.81), GIF89a,
 * BMP, ICO, ICNS, WebP, SVG. Nothing is decoded.
 */
package zugabe.formats.picture;
