/** Icons: what files hold, and the forms that systems want. */
package zugabe.core.icon;
