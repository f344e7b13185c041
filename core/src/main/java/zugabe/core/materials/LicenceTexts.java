package zugabe.core.materials;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zugabe.bytes.Regex;

/**
 * Knows the common licences by phrases of their texts, and by what metadata call them; gives their
 * identifiers of the SPDX License List.
 */
public final class LicenceTexts {
  private static final int LOOKED_AT = 6000;
  private static final Pattern TAG =
      Pattern.compile(
          "SPDX-License-Identifier:\\s*([A-Za-z0-9.+() -]{2,100}?)\\s*(?:\\*/|-->|$)",
          Pattern.MULTILINE);

  /** An identifier, and phrases that all have to be there; those with ! mustn't. */
  private record Known(String id, List<String> phrases) {}

  private static final List<Known> TEXTS =
      List.of(
          known("Apache-2.0", "apache license", "version 2.0, january 2004"),
          known("Apache-1.1", "apache software license", "version 1.1"),
          known("AGPL-3.0-only", "gnu affero general public license version 3"),
          known("LGPL-3.0-only", "gnu lesser general public license version 3"),
          known("LGPL-2.1-only", "gnu lesser general public license version 2.1"),
          known("LGPL-2.0-only", "gnu library general public license version 2"),
          known(
              "GPL-2.0-only WITH Classpath-exception-2.0",
              "gnu general public license version 2",
              "\"classpath\" exception"),
          known("GPL-3.0-only", "gnu general public license version 3"),
          known("GPL-2.0-only", "gnu general public license version 2"),
          known("MPL-2.0", "mozilla public license version 2.0"),
          known("MPL-1.1", "mozilla public license version 1.1"),
          known("EPL-2.0", "eclipse public license - v 2.0"),
          known("EPL-1.0", "eclipse public license - v 1.0"),
          known("CDDL-1.1", "common development and distribution license", "version 1.1"),
          known("CDDL-1.0", "common development and distribution license", "version 1.0"),
          known(
              "MIT-0",
              "permission is hereby granted, free of charge, to any person obtaining a copy",
              "!the above copyright notice",
              "!permission notice"),
          known(
              "MIT",
              "permission is hereby granted, free of charge, to any person obtaining a copy",
              "the software is provided \"as is\""),
          known(
              "ISC",
              "permission to use, copy, modify, and/or distribute this software for any purpose",
              "provided that the above copyright notice"),
          known(
              "ISC",
              "permission to use, copy, modify, and distribute this software for any purpose",
              "provided that the above copyright notice"),
          known(
              "0BSD",
              "permission to use, copy, modify, and/or distribute this software for any purpose",
              "!provided that"),
          known(
              "BSD-4-Clause",
              "redistributions of source code must retain",
              "all advertising materials"),
          known("BSD-3-Clause", "redistributions of source code must retain", "neither the name"),
          known("BSD-2-Clause", "redistributions of source code must retain", "!neither the name"),
          known("BSL-1.0", "boost software license - version 1.0"),
          known(
              "Unlicense",
              "this is free and unencumbered software released into the public domain"),
          known("CC0-1.0", "cc0 1.0 universal"),
          known("CC-BY-4.0", "attribution 4.0 international", "!noncommercial", "!sharealike 4.0"),
          known("OFL-1.1", "sil open font license", "version 1.1"),
          known("UPL-1.0", "universal permissive license"),
          known("EUPL-1.2", "european union public licence", "v. 1.2"),
          known(
              "Zlib",
              "this software is provided 'as-is', without any express or implied",
              "altered source versions"),
          known("WTFPL", "do what the fuck you want to public license"));

  private static final List<Known> NAMES =
      List.of(
          known("Apache-2.0", "apache", "2"),
          known("GPL-2.0-only WITH Classpath-exception-2.0", "gpl", "2", "classpath"),
          known(
              "GPL-2.0-only WITH Classpath-exception-2.0",
              "gnu general public license",
              "2",
              "classpath"),
          known("AGPL-3.0-only", "affero"),
          known("LGPL-2.1-only", "lesser general public", "2.1"),
          known("LGPL-2.1-only", "lgpl", "2.1"),
          known("LGPL-3.0-only", "lesser general public", "3"),
          known("EPL-2.0", "eclipse public", "2"),
          known("EPL-2.0", "epl", "2"),
          known("EPL-1.0", "eclipse public", "1"),
          known("EPL-1.0", "epl", "1"),
          known("MPL-2.0", "mozilla", "2"),
          known("MPL-2.0", "mpl", "2"),
          known("CDDL-1.0", "cddl", "!1.1"),
          known("BSD-2-Clause", "bsd", "2"),
          known("BSD-3-Clause", "bsd", "3"),
          known("BSD-3-Clause", "new bsd"),
          known("BSD-3-Clause", "eclipse distribution license"),
          known("MIT-0", "mit-0"),
          known("MIT", "mit"),
          known("CC0-1.0", "cc0"),
          known("ISC", "isc"),
          known("UPL-1.0", "universal permissive"),
          known("Unlicense", "unlicense"));

  private LicenceTexts() {}

  private static Known known(String id, String... phrases) {
    return new Known(id, List.of(phrases));
  }

  /** The identifier of a licence's text. */
  public static Optional<String> spdx(String text) {
    String start = text.substring(0, Math.min(text.length(), LOOKED_AT));
    Matcher tag = TAG.matcher(start.substring(0, Math.min(start.length(), 400)));
    if (tag.find() && start.length() < 1000) {
      return Optional.of(tag.group(1).strip());
    }
    String plain =
        Regex.replaceAll(
                start.toLowerCase(Locale.ROOT).replace('\u201c', '"').replace('\u201d', '"'),
                "[\\s*#/>]+",
                " ")
            .replace("``as is''", "\"as is\"");
    return first(TEXTS, plain);
  }

  /** The identifier for what metadata call a licence: a name, an identifier or an address. */
  public static Optional<String> spdxOfName(String name) {
    String plain = name.toLowerCase(Locale.ROOT).replace('-', ' ').replace('_', ' ');
    return first(NAMES, plain.contains("mit 0") ? "mit-0" : plain);
  }

  private static Optional<String> first(List<Known> all, String plain) {
    return all.stream()
        .filter(
            k ->
                k.phrases().stream()
                    .allMatch(
                        p ->
                            p.startsWith("!")
                                ? !plain.contains(p.substring(1))
                                : plain.contains(p)))
        .map(Known::id)
        .findFirst();
  }
}
