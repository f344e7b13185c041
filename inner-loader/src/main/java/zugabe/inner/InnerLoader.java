package zugabe.inner;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.net.URL;
import java.net.URLClassLoader;
import java.security.CodeSigner;
import java.security.CodeSource;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Enumeration;
import java.util.List;
import java.util.jar.Attributes;
import java.util.jar.Manifest;
import java.util.zip.ZipEntry;

/**
 * Finds the program's own classes below {@code inner/app/} and those of its libraries in the jars
 * below {@code inner/lib/}, in the order of the class path. Nothing is unpacked to disk. Which
 * libraries hold something in a folder is known from the index, so a library that isn't needed
 * isn't touched.
 */
final class InnerLoader extends URLClassLoader {
  private static final CodeSigner[] UNSIGNED = null;

  static {
    registerAsParallelCapable();
  }

  private final Outer outer;
  private final Index index;
  private final Inner[] libraries;
  private final CodeSource[] unsigned;
  private final CodeSource own;
  private final Natives natives;
  private Manifest ownManifest;

  InnerLoader(Outer outer, ClassLoader parent) throws IOException {
    super(new URL[0], parent);
    this.outer = outer;
    ZipEntry entry = outer.entry(Index.PATH);
    if (entry == null) {
      entry = outer.entry(Index.WEB_PATH);
    }
    if (entry == null) {
      throw new IOException("its index is missing");
    }
    this.index = Index.read(outer.open(entry));
    this.libraries = new Inner[index.libraries.size()];
    this.unsigned = new CodeSource[libraries.length];
    for (int i = 0; i < libraries.length; i++) {
      libraries[i] = outer.inner(index.libraries.get(i).path);
    }
    this.own = new CodeSource(outer.file.toURI().toURL(), UNSIGNED);
    this.natives = new Natives(index, outer);
  }

  String mainClass() {
    return index.main;
  }

  /** Where something was found: in a library, or among the own files. */
  private static final class Found {
    final int library;
    final int at;
    final ZipEntry own;

    Found(int library, int at, ZipEntry own) {
      this.library = library;
      this.at = at;
      this.own = own;
    }
  }

  @Override
  protected Class<?> findClass(String name) throws ClassNotFoundException {
    String path = name.replace('.', '/').concat(".class");
    try {
      Found found = first(path);
      if (found == null) {
        throw new ClassNotFoundException(name);
      }
      int dot = name.lastIndexOf('.');
      if (dot > 0) {
        definePackage(name.substring(0, dot), found);
      }
      return define(name, found);
    } catch (IOException e) {
      throw new ClassNotFoundException(name, e);
    }
  }

  private Class<?> define(String name, Found found) throws IOException {
    if (found.own != null) {
      byte[] bytes = bytes(found.own);
      return defineClass(name, bytes, 0, bytes.length, own);
    }
    Inner library = libraries[found.library];
    if (index.libraries.get(found.library).signed) {
      Signatures.Verified verified = library.signatures().read(found.at);
      CodeSource source = new CodeSource(Addresses.library(library), verified.signers);
      return defineClass(name, verified.content, 0, verified.content.length, source);
    }
    byte[] bytes = library.read(found.at);
    return defineClass(name, bytes, 0, bytes.length, source(found.library));
  }

  private CodeSource source(int library) throws IOException {
    CodeSource source = unsigned[library];
    if (source == null) {
      source = new CodeSource(Addresses.library(libraries[library]), UNSIGNED);
      unsigned[library] = source;
    }
    return source;
  }

  private byte[] bytes(ZipEntry entry) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream((int) entry.getSize());
    byte[] buffer = new byte[8192];
    try (InputStream in = outer.open(entry)) {
      for (int got = in.read(buffer); got >= 0; got = in.read(buffer)) {
        bytes.write(buffer, 0, got);
      }
    }
    return bytes.toByteArray();
  }

  private void definePackage(String name, Found found) throws IOException {
    URL source =
        found.own != null ? own.getLocation() : Addresses.library(libraries[found.library]);
    Package known = getPackage(name);
    if (known == null) {
      Manifest manifest = found.own != null ? ownManifest() : libraries[found.library].manifest();
      try {
        definePackage(name, manifest, source);
      } catch (IllegalArgumentException e) {
        // another thread was quicker
        known = getPackage(name);
      }
    }
    if (known != null && known.isSealed() && !known.isSealed(source)) {
      throw new SecurityException(
          "the package " + name + " is sealed by another library than " + source);
    }
    if (known != null && !known.isSealed() && found.own == null && isSealed(name, found)) {
      throw new SecurityException(
          "the package "
              + name
              + " is sealed by "
              + source
              + ", and classes of it came from elsewhere");
    }
  }

  private boolean isSealed(String name, Found found) throws IOException {
    Manifest manifest = libraries[found.library].manifest();
    Attributes section = manifest.getAttributes(name.replace('.', '/').concat("/"));
    String sealed = section == null ? null : section.getValue(Attributes.Name.SEALED);
    if (sealed == null) {
      sealed = manifest.getMainAttributes().getValue(Attributes.Name.SEALED);
    }
    return "true".equalsIgnoreCase(sealed);
  }

  private synchronized Manifest ownManifest() throws IOException {
    if (ownManifest == null) {
      ZipEntry entry = outer.entry("META-INF/MANIFEST.MF");
      ownManifest =
          entry == null ? new Manifest() : new Manifest(new ByteArrayInputStream(bytes(entry)));
    }
    return ownManifest;
  }

  private Found first(String name) throws IOException {
    ZipEntry mine = own(name);
    if (mine != null) {
      return new Found(-1, -1, mine);
    }
    for (int library : index.in(folder(name))) {
      int at = find(library, name);
      if (at >= 0) {
        return new Found(library, at, null);
      }
    }
    return null;
  }

  /** {@code a/b} of {@code a/b/c} and of {@code a/b/}. */
  private static String folder(String name) {
    int slash = name.lastIndexOf('/');
    return slash < 0 ? "" : name.substring(0, slash);
  }

  private ZipEntry own(String name) {
    if (!name.startsWith("META-INF/")) {
      for (int i = index.versions.length - 1; i >= 0; i--) {
        if (index.versions[i] <= Runtimes.VERSION) {
          ZipEntry entry =
              outer.entry(index.own + "META-INF/versions/" + index.versions[i] + "/" + name);
          if (entry != null) {
            return entry;
          }
        }
      }
    }
    return outer.entry(index.own.concat(name));
  }

  private int find(int library, String name) throws IOException {
    int[] versions = index.libraries.get(library).versions;
    if (!name.startsWith("META-INF/")) {
      for (int i = versions.length - 1; i >= 0; i--) {
        if (versions[i] <= Runtimes.VERSION) {
          int at = libraries[library].find("META-INF/versions/" + versions[i] + "/" + name);
          if (at >= 0) {
            return at;
          }
        }
      }
    }
    return libraries[library].find(name);
  }

  @Override
  public URL findResource(String name) {
    try {
      Found found = first(name);
      if (found == null && !name.endsWith("/")) {
        // a folder may be asked for without its slash
        found = first(name.concat("/"));
      }
      return found == null ? null : address(found, name);
    } catch (IOException e) {
      return null;
    }
  }

  /**
   * As the runtime does it: the name that was asked for, and in multi-release libraries that of the
   * variant.
   */
  private URL address(Found found, String asked) throws IOException {
    if (found.own != null) {
      return Addresses.own(outer, found.own.getName());
    }
    Inner library = libraries[found.library];
    boolean versioned = index.libraries.get(found.library).versions.length > 0;
    return Addresses.entry(library, versioned ? library.name(found.at) : asked);
  }

  @Override
  public Enumeration<URL> findResources(String name) throws IOException {
    List<URL> found = new ArrayList<>();
    ZipEntry mine = own(name);
    if (mine != null) {
      found.add(address(new Found(-1, -1, mine), name));
    }
    for (int library : holding(name)) {
      int at = find(library, name);
      if (at >= 0) {
        found.add(address(new Found(library, at, null), name));
      }
    }
    return Collections.enumeration(found);
  }

  /**
   * Libraries that may hold a file or, when it is named without its slash, a folder of this name;
   * in their order.
   */
  private int[] holding(String name) {
    int[] files = index.in(folder(name));
    int[] folders = name.endsWith("/") ? files : index.in(name);
    if (folders.length == 0 || folders == files) {
      return files;
    }
    int[] both = Arrays.copyOf(files, files.length + folders.length);
    int count = files.length;
    for (int library : folders) {
      if (Arrays.binarySearch(files, library) < 0) {
        both[count++] = library;
      }
    }
    Arrays.sort(both, 0, count);
    return Arrays.copyOf(both, count);
  }

  @Override
  public InputStream getResourceAsStream(String name) {
    URL address = getResource(name);
    try {
      return address == null ? null : address.openStream();
    } catch (IOException e) {
      return null;
    }
  }

  /** The class path, for those who list it. */
  @Override
  public URL[] getURLs() {
    List<URL> urls = new ArrayList<>();
    try {
      urls.add(Addresses.own(outer, index.own));
      for (Inner library : libraries) {
        urls.add(Addresses.entry(library, ""));
      }
    } catch (IOException e) {
      throw new IllegalStateException(e);
    }
    return urls.toArray(new URL[0]);
  }

  @Override
  protected String findLibrary(String name) {
    try {
      return natives.find(name);
    } catch (IOException e) {
      throw new UnsatisfiedLinkError(
          "the native library " + name + " can't be unpacked: " + e.getMessage());
    }
  }
}
