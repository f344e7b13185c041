package zugabe.formats.unix;

/**
 * The user and the group that a file belongs to once it is installed. Names win over numbers where
 * the system that unpacks knows them (POSIX.1-2017, pax, "ustar Interchange Format").
 *
 * @param user its name; empty when only the number is known
 * @param uid its number
 * @param group its name; empty when only the number is known
 * @param gid its number
 */
public record Owner(String user, long uid, String group, long gid) {
  /** What files belong to unless something else is said. */
  public static final Owner ROOT = new Owner("root", 0, "root", 0);
}
