#include "start.h"

/*
 * Looks for a runtime, place after place, in the order that the data says. The first place with one
 * that fits decides; within a place the newest that fits is taken.
 */

enum {
  MOST_RELEASE_BYTES = 1 << 16, /* a release file has some hundred */
  MOST_ANSWER_BYTES = 1 << 12,
  ANSWER_MILLISECONDS = 5000,
  MOST_DEPTH = 4, /* of keys below a vendor's own */
  MOST_KEYS = 200
};

struct text seek_tried;
static struct java best;

static void tried(DWORD version, const WCHAR *folder, const WCHAR *why) {
  struct text line = {0};
  if (version > 0) {
    text_add(&line, L"Java ");
    text_add_number(&line, version);
    text_add(&line, L": ");
  }
  text_add(&line, folder);
  say_log(why, line.at);
  if (seek_tried.length < 2000) {
    text_add(&seek_tried, line.at);
    text_add(&seek_tried, L"\n");
  }
  text_free(&line);
}

/* 8 of 1.8.0_312, 17 of 17.0.1, 21 of 21-ea. */
static DWORD major_of(const WCHAR *version) {
  if (version[0] == L'1' && version[1] == L'.') {
    version += 2;
  }
  return number_of(version);
}

/* The version behind some text, which may stand in quotation marks. */
static DWORD version_behind(const WCHAR *text, const WCHAR *name) {
  DWORD length = length_of(name);
  for (; *text != 0; text++) {
    if (same_part(text, name, length)) {
      text += length;
      return major_of(*text == L'"' ? text + 1 : text);
    }
  }
  return 0;
}

static DWORD released(const WCHAR *folder) {
  struct text path = {0};
  struct text text = {0};
  DWORD version = 0;
  DWORD length = 0;
  char *bytes;
  text_add(&path, folder);
  text_add(&path, L"\\..\\release");
  bytes = file_bytes(path.at, MOST_RELEASE_BYTES, &length);
  if (bytes != NULL && text_add_utf8(&text, bytes, length) && text.at != NULL) {
    version = version_behind(text.at, L"JAVA_VERSION=");
  }
  memory_free(bytes);
  text_free(&text);
  text_free(&path);
  return version;
}

/* Asks a runtime that has no file of its version, such as one that stands for another. */
static DWORD asked(const WCHAR *program) {
  SECURITY_ATTRIBUTES inherited = {sizeof(SECURITY_ATTRIBUTES), NULL, TRUE};
  STARTUPINFOW how = {0};
  PROCESS_INFORMATION process = {0};
  struct text line = {0};
  struct text text = {0};
  HANDLE out = NULL;
  HANDLE in = NULL;
  DWORD version = 0;
  DWORD got = 0;
  if (!CreatePipe(&out, &in, &inherited, MOST_ANSWER_BYTES * 4)) {
    return 0;
  }
  SetHandleInformation(out, HANDLE_FLAG_INHERIT, 0);
  how.cb = sizeof(how);
  how.dwFlags = STARTF_USESTDHANDLES;
  how.hStdOutput = in;
  how.hStdError = in;
  line_add(&line, program);
  text_add(&line, L" -version");
  if (CreateProcessW(program, line.at, NULL, NULL, TRUE, CREATE_NO_WINDOW, NULL, NULL, &how, &process)) {
    char answer[MOST_ANSWER_BYTES];
    CloseHandle(in);
    in = NULL;
    if (WaitForSingleObject(process.hProcess, ANSWER_MILLISECONDS) == WAIT_OBJECT_0) {
      if (PeekNamedPipe(out, NULL, 0, NULL, &got, NULL) && got > 0 &&
          ReadFile(out, answer, MOST_ANSWER_BYTES, &got, NULL) && text_add_utf8(&text, answer, got)) {
        version = version_behind(text.at, L" version ");
      }
    } else {
      TerminateProcess(process.hProcess, 1);
    }
    CloseHandle(process.hProcess);
    CloseHandle(process.hThread);
  }
  if (in != NULL) {
    CloseHandle(in);
  }
  CloseHandle(out);
  text_free(&line);
  text_free(&text);
  return version;
}

/* Whether a program is of this many bits, by its header's machine; FALSE when it can't be told. */
static BOOL is_of_bits(const WCHAR *program, DWORD bits) {
  DWORD length = 0;
  DWORD at;
  BOOL is = FALSE;
  unsigned char *bytes = (unsigned char *)file_bytes(program, 4096, &length);
  if (bytes != NULL && length > 0x40) {
    at = bytes[0x3C] | (DWORD)bytes[0x3D] << 8 | (DWORD)bytes[0x3E] << 16 | (DWORD)bytes[0x3F] << 24;
    if (at < length && length - at > 6) {
      DWORD machine = bytes[at + 4] | (DWORD)bytes[at + 5] << 8;
      is = bits == 32 ? machine == 0x14C : machine == 0x8664 || machine == 0xAA64;
    }
  }
  memory_free(bytes);
  return is;
}

/* Looks at the runtime whose java.exe is in a folder. */
static void look(const WCHAR *folder) {
  struct text program = {0};
  DWORD version;
  DWORD bits = data_number(L"bits", 0);
  text_add(&program, folder);
  text_add(&program, L"\\java.exe");
  if (!is_file(program.at)) {
    say_log(L"  none: ", folder);
    text_free(&program);
    return;
  }
  version = released(folder);
  if (version == 0) {
    version = asked(program.at);
  }
  if (version < data_number(L"java.from", 1) || version > data_number(L"java.to", 0xFFFFFFFF)) {
    tried(version, folder, L"  not this version: ");
  } else if (bits != 0 && !is_of_bits(program.at, bits)) {
    tried(version, folder, bits == 32 ? L"  not of 32 bits: " : L"  not of 64 bits: ");
  } else {
    say_log(L"  fits: ", folder);
    if (version > best.version) {
      memory_free(best.folder);
      best.folder = text_copy(folder);
      best.version = version;
      best.narrow = is_of_bits(program.at, 32);
    }
  }
  text_free(&program);
}

static void look_home(const WCHAR *home) {
  struct text folder = {0};
  DWORD length = length_of(home);
  /* some write it in quotation marks, or with a backslash at its end */
  if (length >= 2 && home[0] == L'"' && home[length - 1] == L'"') {
    home++;
    length -= 2;
  }
  while (length > 0 && (home[length - 1] == L'\\' || home[length - 1] == L'/')) {
    length--;
  }
  if (length > 0 && length < MOST_PATH) {
    text_add_part(&folder, home, length);
    text_add(&folder, L"\\bin");
    look(folder.at);
  }
  text_free(&folder);
}

static void look_variable(const WCHAR *name) {
  WCHAR *value = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD got = GetEnvironmentVariableW(name, value, MOST_PATH);
  if (got > 0 && got < MOST_PATH) {
    look_home(value);
  }
  memory_free(value);
}

static void look_value(HKEY key, const WCHAR *name) {
  DWORD bytes = MOST_PATH * sizeof(WCHAR);
  WCHAR *value = memory(bytes + sizeof(WCHAR));
  if (ADVAPI(RegGetValueW)(key, NULL, name, RRF_RT_REG_SZ, NULL, value, &bytes) == ERROR_SUCCESS && value[0] != 0) {
    look_home(value);
  }
  memory_free(value);
}

/* The values that vendors' installers write, in a key and those below it. */
static void look_keys(HKEY key, DWORD depth) {
  WCHAR name[256];
  DWORD length;
  DWORD i;
  HKEY below;
  look_value(key, L"JavaHome");
  look_value(key, L"Path");
  look_value(key, L"InstallationPath");
  if (depth == 0) {
    return;
  }
  for (i = 0; i < MOST_KEYS; i++) {
    length = 256;
    if (ADVAPI(RegEnumKeyExW)(key, i, name, &length, NULL, NULL, NULL, NULL) != ERROR_SUCCESS) {
      return;
    }
    if (ADVAPI(RegOpenKeyExW)(key, name, 0, KEY_READ, &below) == ERROR_SUCCESS) {
      look_keys(below, depth - 1);
      ADVAPI(RegCloseKey)(below);
    }
  }
}

static void look_registry(void) {
  static const WCHAR *const VENDORS[] = {
      L"SOFTWARE\\JavaSoft\\JDK",
      L"SOFTWARE\\JavaSoft\\JRE",
      L"SOFTWARE\\JavaSoft\\Java Development Kit",
      L"SOFTWARE\\JavaSoft\\Java Runtime Environment",
      L"SOFTWARE\\Eclipse Adoptium",
      L"SOFTWARE\\Eclipse Foundation",
      L"SOFTWARE\\AdoptOpenJDK",
      L"SOFTWARE\\Azul Systems",
      L"SOFTWARE\\Microsoft\\JDK",
      L"SOFTWARE\\BellSoft",
      L"SOFTWARE\\Amazon Corretto",
      L"SOFTWARE\\Semeru",
      L"SOFTWARE\\SapMachine",
  };
  static const HKEY ROOTS[] = {HKEY_CURRENT_USER, HKEY_LOCAL_MACHINE};
  static const REGSAM VIEWS[] = {KEY_WOW64_64KEY, KEY_WOW64_32KEY};
  DWORD vendor;
  DWORD root;
  DWORD view;
  HKEY key;
  for (vendor = 0; vendor < sizeof(VENDORS) / sizeof(VENDORS[0]); vendor++) {
    for (root = 0; root < 2; root++) {
      for (view = 0; view < 2; view++) {
        if (ADVAPI(RegOpenKeyExW)(ROOTS[root], VENDORS[vendor], 0, KEY_READ | VIEWS[view], &key) == ERROR_SUCCESS) {
          say_log(L"  registry: ", VENDORS[vendor]);
          look_keys(key, MOST_DEPTH);
          ADVAPI(RegCloseKey)(key);
        }
      }
    }
  }
}

static void look_path(void) {
  WCHAR *all = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD got = GetEnvironmentVariableW(L"PATH", all, MOST_PATH);
  const WCHAR *at = all;
  while (got > 0 && got < MOST_PATH && *at != 0) {
    const WCHAR *end = find_char(at, L';');
    DWORD length = end == NULL ? length_of(at) : (DWORD)(end - at);
    struct text folder = {0};
    const WCHAR *from = at;
    at = end == NULL ? at + length : end + 1;
    if (length >= 2 && from[0] == L'"' && from[length - 1] == L'"') {
      from++;
      length -= 2;
    }
    /* one relative to wherever the user is could be anybody's */
    if (length >= 3 && (from[1] == L':' || from[0] == L'\\')) {
      while (length > 3 && from[length - 1] == L'\\') {
        length--;
      }
      text_add_part(&folder, from, length);
      look(folder.at);
    }
    text_free(&folder);
  }
  memory_free(all);
}

static void look_place(const WCHAR *place_name) {
  say_log(L"looking: ", place_name);
  if (same_part(place_name, L"carried:", 8)) {
    struct text home = {0};
    text_add_path(&home, place_name + 8);
    look_home(home.at);
    text_free(&home);
  } else if (same_part(place_name, L"variable:", 9)) {
    look_variable(place_name + 9);
  } else if (same(place_name, L"registry")) {
    look_registry();
  } else if (same(place_name, L"path")) {
    look_path();
  }
}

BOOL seek_java(struct java *found) {
  const WCHAR *next = NULL;
  text_clear(&seek_tried);
  if (settings.java != NULL) {
    /* whoever names one means that one */
    say_log(L"looking: settings", L"");
    look_home(settings.java);
  } else {
    while (best.folder == NULL && (next = data_next(L"seek", next)) != NULL) {
      look_place(next);
    }
  }
  *found = best;
  return best.folder != NULL;
}
