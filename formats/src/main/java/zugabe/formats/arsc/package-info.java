/**
 * Resource tables of Android packages (Android Open Source Project, {@code ResourceTypes.h}), and
 * the structures that compiled XML shares with them: chunks, pools of strings, typed values. Read:
 * tables of any size, entry by entry, in bounded memory; sparse types, offsets of two bytes and
 * compact entries as well. Not read: libraries' staged aliases, overlays and their policies.
 */
package zugabe.formats.arsc;
