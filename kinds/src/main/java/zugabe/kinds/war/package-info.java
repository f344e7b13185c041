/**
 * Web archives (Jakarta Servlet 6.0, section 10.6): classes in {@code WEB-INF/classes}, libraries
 * in {@code WEB-INF/lib}, web content and descriptor as they lie.
 */
package zugabe.kinds.war;
