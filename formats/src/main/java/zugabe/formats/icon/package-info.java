/**
 * Icons for Windows (ICO): one picture in several sizes. Written: 32 bits a pixel, small ones as
 * bitmaps, large ones as PNG (ISO/IEC 15948), which readers know since Windows Vista. Pictures are
 * made smaller in linear light, with colours multiplied by their opacity, so that edges have no
 * halo. Cursors aren't supported.
 */
package zugabe.formats.icon;
