package zugabe.core.kind;

/**
 * A form that the application's identity takes at one place of a deliverable: derived by a rule, or
 * said by the recipe.
 *
 * @param place where it shows, such as {@code manifest, Implementation-Version}
 * @param form as it stands there
 * @param from what it is made of, or the key of the recipe that says it
 */
public record Form(String place, String form, String from) {}
