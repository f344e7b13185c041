/** What certificates say, as people read it. */
package zugabe.formats.certificate;
