package zugabe.core.materials;

/** What a file is, by its content. */
public enum Nature {
  CLASS("class"),
  JAR("jar"),
  WEB_ARCHIVE("web archive"),
  MOBILE_PACKAGE("mobile package"),
  PROGRAM("native program"),
  NATIVE_LIBRARY("native library"),
  OBJECT_FILE("object file"),
  DALVIK("Dalvik executable"),
  BEAM("Erlang module"),
  APPLICATION("Erlang application"),
  SCRIPT("script"),
  WEB("web content"),
  PICTURE("picture"),
  PROPERTY_LIST("property list"),
  CERTIFICATE("certificate"),
  KEY_STORE("key store"),
  PRIVATE_KEY("private key"),
  LICENCE("licence"),
  SOURCE("source"),
  ARCHIVE("archive"),
  CORE_DUMP("core dump"),
  TEXT("text"),
  DATA("data"),
  EMPTY("empty file");

  private final String word;

  Nature(String word) {
    this.word = word;
  }

  /** As it is called in texts and in JSON. */
  public String word() {
    return word;
  }
}
