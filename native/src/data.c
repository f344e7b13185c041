#include "start.h"

/*
 * The data is a resource of the type RCDATA with the number 1: texts "name=value" in UTF-16, each
 * with a zero behind it, and one more zero at the end. Resource 2 is the opening picture.
 */

static const WCHAR *data;
static DWORD data_length;

static const void *resource(WORD number, DWORD *bytes) {
  HRSRC found = FindResourceW(NULL, MAKEINTRESOURCEW(number), (LPCWSTR)RT_RCDATA);
  HGLOBAL loaded;
  if (found == NULL) {
    return NULL;
  }
  *bytes = SizeofResource(NULL, found);
  loaded = LoadResource(NULL, found);
  return loaded == NULL ? NULL : LockResource(loaded);
}

BOOL data_open(void) {
  DWORD bytes = 0;
  data = resource(1, &bytes);
  data_length = bytes / sizeof(WCHAR);
  /* whatever is read later ends at one of these zeros */
  return data != NULL && data_length >= 2 && data[data_length - 1] == 0 && data[data_length - 2] == 0;
}

const void *data_picture(DWORD *bytes) { return resource(2, bytes); }

/* Compares up to the equals sign. */
static const WCHAR *value_of(const WCHAR *entry, const WCHAR *name) {
  while (*name != 0 && *entry == *name) {
    entry++;
    name++;
  }
  return *name == 0 && *entry == L'=' ? entry + 1 : NULL;
}

const WCHAR *data_next(const WCHAR *name, const WCHAR *after) {
  const WCHAR *at = data;
  const WCHAR *end = data + data_length - 1;
  const WCHAR *value;
  if (after != NULL) {
    at = after + length_of(after) + 1;
  }
  while (at < end && *at != 0) {
    value = value_of(at, name);
    if (value != NULL) {
      return value;
    }
    at += length_of(at) + 1;
  }
  return NULL;
}

const WCHAR *data_of(const WCHAR *name) { return data_next(name, NULL); }

const WCHAR *data_or(const WCHAR *name, const WCHAR *otherwise) {
  const WCHAR *value = data_of(name);
  return value == NULL ? otherwise : value;
}

DWORD data_number(const WCHAR *name, DWORD otherwise) {
  const WCHAR *value = data_of(name);
  return value == NULL ? otherwise : number_of(value);
}

const WCHAR *data_text(const WCHAR *name) {
  WCHAR language[9] = L"en";
  struct text key = {0};
  const WCHAR *value;
  /* for tests, and for those who write the texts */
  if (GetEnvironmentVariableW(L"ZUGABE_LAUNCH_LANGUAGE", language, 9) == 0) {
    GetLocaleInfoW(MAKELCID(GetUserDefaultUILanguage(), SORT_DEFAULT), LOCALE_SISO639LANGNAME, language, 9);
  }
  text_add(&key, L"text.");
  text_add(&key, language);
  text_add_char(&key, L'.');
  text_add(&key, name);
  value = data_of(key.at);
  if (value == NULL) {
    text_clear(&key);
    text_add(&key, L"text.en.");
    text_add(&key, name);
    value = data_or(key.at, L"");
  }
  text_free(&key);
  return value;
}
