package zugabe.core.rehearse;

import java.nio.file.Path;
import java.util.Optional;

/**
 * Where and how deliverables are tried.
 *
 * @param shown the output folder, as the user would name it, with a last slash
 * @param platform what this machine is, such as {@code linux-x64}
 * @param wine starts programs for Windows, where there is one
 * @param server one for web archives, when the user names one
 * @param phones make what stands in for phones, where there is such a thing
 * @param named whether the user asked for this very deliverable
 */
public record Stage(
    String shown,
    String platform,
    Optional<Path> wine,
    Optional<Server> server,
    Optional<Phone.Maker> phones,
    boolean named) {}
