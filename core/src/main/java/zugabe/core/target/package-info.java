/** What a kind of deliverable has to be able to do. Each kind is one package below this one. */
package zugabe.core.target;
