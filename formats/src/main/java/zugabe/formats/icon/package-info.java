/**
 * Icons of Windows (Microsoft, "Icons", ICONDIR and ICONDIRENTRY), written with pictures in the PNG
 * format, which Windows reads since Vista. Not written: pictures as bitmaps, cursors.
 */
package zugabe.formats.icon;
