package zugabe.core.plan;

import java.util.Optional;

/**
 * The application's identity as deliverables carry it.
 *
 * @param name as users see it
 * @param version as written in the recipe
 * @param maker who makes it
 */
public record Identity(String name, String version, Optional<String> maker) {}
