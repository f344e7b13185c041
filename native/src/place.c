#include "start.h"

struct place place;

BOOL is_file(const WCHAR *path) {
  DWORD attributes = GetFileAttributesW(path);
  return attributes != INVALID_FILE_ATTRIBUTES && (attributes & FILE_ATTRIBUTE_DIRECTORY) == 0;
}

void text_add_path(struct text *t, const WCHAR *path) {
  BOOL absolute = path[0] == L'\\' || (path[0] != 0 && path[1] == L':');
  if (!absolute) {
    text_add(t, place.folder.at);
    text_add_char(t, L'\\');
  }
  text_add(t, path);
}

/* The user's settings file, else the one that lies beside this program. */
void place_settings(void) {
  const WCHAR *names[2];
  int i;
  names[0] = data_of(L"settings.user");
  names[1] = data_of(L"settings");
  for (i = 0; i < 2; i++) {
    if (names[i] != NULL) {
      struct text path = {0};
      if (i == 0) {
        WCHAR *roaming = memory((MOST_PATH + 1) * sizeof(WCHAR));
        DWORD got = GetEnvironmentVariableW(L"APPDATA", roaming, MOST_PATH);
        if (got > 0 && got < MOST_PATH) {
          text_add(&path, roaming);
          text_add_char(&path, L'\\');
          text_add(&path, names[i]);
        }
        memory_free(roaming);
      } else {
        text_add_path(&path, names[i]);
      }
      if (path.length > 0 && is_file(path.at)) {
        place.settings = path;
        return;
      }
      text_free(&path);
    }
  }
}

static BOOL is_beside(const WCHAR *file) {
  struct text path = {0};
  BOOL is;
  text_add_path(&path, file);
  is = is_file(path.at);
  text_free(&path);
  return is;
}

BOOL place_beside(void) {
  const WCHAR *file = data_of(L"beside");
  struct text own = {0};
  const WCHAR *last;
  if (file == NULL || is_beside(file)) {
    return TRUE;
  }
  text_add(&own, place.folder.at);
  last = find_last(own.at, L'\\');
  if (last != NULL) {
    text_clear(&place.folder);
    text_add_part(&place.folder, own.at, (DWORD)(last - own.at));
    if (is_beside(file)) {
      text_free(&own);
      return TRUE;
    }
    text_clear(&place.folder);
    text_add(&place.folder, own.at);
  }
  text_free(&own);
  return FALSE;
}

BOOL place_find(void) {
  WCHAR *path = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD length = GetModuleFileNameW(NULL, path, MOST_PATH);
  const WCHAR *last;
  if (length == 0 || length >= MOST_PATH) {
    return FALSE;
  }
  text_add(&place.program, path);
  memory_free(path);
  last = find_last(place.program.at, L'\\');
  if (last == NULL) {
    return FALSE;
  }
  text_add_part(&place.folder, place.program.at, (DWORD)(last - place.program.at));
  return TRUE;
}
