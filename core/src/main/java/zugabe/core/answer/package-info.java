/** What the façade answers: plain records that an interface shows. */
package zugabe.core.answer;
