#include "start.h"

/*
 * Command lines, as the C runtime takes them apart ("Parsing C Command-Line Arguments"): blanks
 * part arguments, quotation marks hold them together, and backslashes count only in front of a
 * quotation mark.
 */

/*
 * Adds an argument, in quotation marks always: the runtime for Java expands wildcards in what has
 * none.
 */
void line_add(struct text *line, const WCHAR *argument) {
  DWORD slashes = 0;
  DWORD i;
  if (line->length > 0) {
    text_add_char(line, L' ');
  }
  text_add_char(line, L'"');
  for (; *argument != 0; argument++) {
    if (*argument == L'\\') {
      slashes++;
      continue;
    }
    if (*argument == L'"') {
      slashes = slashes * 2 + 1;
    }
    for (i = 0; i < slashes; i++) {
      text_add_char(line, L'\\');
    }
    slashes = 0;
    text_add_char(line, *argument);
  }
  for (i = 0; i < slashes * 2; i++) {
    text_add_char(line, L'\\');
  }
  text_add_char(line, L'"');
}

/* The program's own name knows no backslashes: it ends at a quotation mark or a blank. */
static const WCHAR *first(const WCHAR *at, struct text *argument) {
  BOOL quoted = FALSE;
  while (*at != 0 && (quoted || (*at != L' ' && *at != L'\t'))) {
    if (*at == L'"') {
      quoted = !quoted;
    } else {
      text_add_char(argument, *at);
    }
    at++;
  }
  return at;
}

static const WCHAR *backslashes(const WCHAR *at, struct text *argument, BOOL *quote) {
  DWORD count = 0;
  DWORD i;
  while (*at == L'\\') {
    count++;
    at++;
  }
  *quote = *at == L'"' && count % 2 == 1;
  if (*at == L'"') {
    count /= 2;
  }
  for (i = 0; i < count; i++) {
    text_add_char(argument, L'\\');
  }
  return at;
}

const WCHAR *line_next(const WCHAR *at, struct text *argument) {
  BOOL quoted = FALSE;
  BOOL literal;
  text_clear(argument);
  if (at == NULL) {
    return first(GetCommandLineW(), argument);
  }
  while (*at == L' ' || *at == L'\t') {
    at++;
  }
  if (*at == 0) {
    return NULL;
  }
  while (*at != 0 && (quoted || (*at != L' ' && *at != L'\t'))) {
    at = backslashes(at, argument, &literal);
    if (literal) {
      text_add_char(argument, *at++);
    } else if (*at == L'"') {
      /* two in quotation marks are one */
      if (quoted && at[1] == L'"') {
        text_add_char(argument, *at++);
      } else {
        quoted = !quoted;
      }
      at++;
    } else if (*at != 0 && (quoted || (*at != L' ' && *at != L'\t'))) {
      text_add_char(argument, *at++);
    }
  }
  return at;
}
