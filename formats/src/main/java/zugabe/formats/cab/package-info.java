/** Cabinets ("Microsoft Cabinet Format", [MS-CAB]): as far as signatures of them are concerned. */
package zugabe.formats.cab;
