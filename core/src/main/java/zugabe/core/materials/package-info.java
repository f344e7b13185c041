/** The user's built files: finding them by patterns, reading them, and knowing what they are. */
package zugabe.core.materials;
