#include "start.h"

/* UTF-8 lines "key = value"; "#" starts a comment; nothing is expanded. */

enum { MOST_BYTES = 1 << 20 };

struct settings settings;

static void trim(const char **from, const char **to) {
  while (*from < *to && (**from == ' ' || **from == '\t' || **from == '\r')) {
    (*from)++;
  }
  while (*to > *from && ((*to)[-1] == ' ' || (*to)[-1] == '\t' || (*to)[-1] == '\r')) {
    (*to)--;
  }
}

static BOOL wrong(DWORD line, const WCHAR *text) {
  struct text message = {0};
  text_add(&message, place.settings.at);
  text_add(&message, L":");
  text_add_number(&message, line);
  text_add(&message, L"\n\n");
  text_add(&message, text);
  say_failure(message.at);
  text_free(&message);
  return FALSE;
}

static void set(const WCHAR *key, const WCHAR *value) {
  if (same(key, L"java")) {
    memory_free(settings.java);
    settings.java = text_copy(value);
  } else if (same(key, L"option")) {
    line_add(&settings.options, value);
  } else if (same(key, L"argument")) {
    line_add(&settings.arguments, value);
  } else {
    say_log(L"a setting that isn't known: ", key);
  }
}

static BOOL line(const char *from, const char *to, DWORD number) {
  const char *equals = from;
  const char *value;
  struct text key = {0};
  struct text text = {0};
  BOOL good;
  trim(&from, &to);
  if (from == to || *from == '#') {
    return TRUE;
  }
  while (equals < to && *equals != '=') {
    equals++;
  }
  if (equals == to) {
    return wrong(number, data_text(L"setting"));
  }
  value = equals + 1;
  trim(&from, &equals);
  trim(&value, &to);
  text_clear(&key);
  text_clear(&text);
  good = text_add_utf8(&key, from, (DWORD)(equals - from)) &&
         text_add_utf8(&text, value, (DWORD)(to - value));
  if (good) {
    set(key.at, text.at);
  } else {
    wrong(number, data_text(L"utf8"));
  }
  text_free(&key);
  text_free(&text);
  return good;
}

BOOL settings_read(void) {
  DWORD length = 0;
  DWORD at = 0;
  DWORD number = 0;
  BOOL good = TRUE;
  char *bytes;
  if (place.settings.length == 0) {
    return TRUE;
  }
  say_log(L"settings: ", place.settings.at);
  bytes = file_bytes(place.settings.at, MOST_BYTES, &length);
  if (bytes == NULL) {
    return wrong(1, data_text(L"setting"));
  }
  if (length >= 3 && bytes[0] == '\xEF' && bytes[1] == '\xBB' && bytes[2] == '\xBF') {
    at = 3;
  }
  while (good && at < length) {
    DWORD end = at;
    while (end < length && bytes[end] != '\n') {
      end++;
    }
    good = line(bytes + at, bytes + end, ++number);
    at = end + 1;
  }
  memory_free(bytes);
  return good;
}
