#include "start.h"

/*
 * One instance: whoever makes the mutex first runs; its process is told in a piece of shared memory,
 * so that a later start finds its window. Names carry the user's security identifier unless there is
 * to be one on the whole machine.
 */

enum { WINDOW_MILLISECONDS = 5000, MOST_NAME = 200 };

static HANDLE shared;
static struct text inbox;

static void add_user(struct text *name) {
  HANDLE token;
  DWORD length = 0;
  DWORD i;
  if (!ADVAPI(OpenProcessToken)(GetCurrentProcess(), TOKEN_QUERY, &token)) {
    return;
  }
  ADVAPI(GetTokenInformation)(token, TokenUser, NULL, 0, &length);
  if (length > 0 && length < 4096) {
    TOKEN_USER *user = memory(length);
    if (ADVAPI(GetTokenInformation)(token, TokenUser, user, length, &length)) {
      DWORD count = ADVAPI(GetLengthSid)(user->User.Sid);
      const unsigned char *bytes = user->User.Sid;
      for (i = 0; i < count; i++) {
        text_add_char(name, L"0123456789abcdef"[bytes[i] >> 4]);
        text_add_char(name, L"0123456789abcdef"[bytes[i] & 15]);
      }
    }
    memory_free(user);
  }
  CloseHandle(token);
}

/*
 * Shared memory is the session's: others mustn't be made by ordinary users, and windows of another
 * session can't be brought to the front anyway.
 */
static void name_of(struct text *name, const WCHAR *space, const WCHAR *what) {
  const WCHAR *id = data_or(L"one.id", L"");
  text_add(name, space);
  text_add_part(name, id, length_of(id) > MOST_NAME ? MOST_NAME : length_of(id));
  text_add(name, what);
  if (same(data_or(L"one", L""), L"user")) {
    add_user(name);
  }
}

static BOOL CALLBACK raise(HWND window, LPARAM of) {
  DWORD process = 0;
  USER(GetWindowThreadProcessId)(window, &process);
  if (process != (DWORD)of || !USER(IsWindowVisible)(window) || USER(GetWindow)(window, GW_OWNER) != NULL) {
    return TRUE;
  }
  if (USER(IsIconic)(window)) {
    USER(ShowWindow)(window, SW_RESTORE);
  }
  USER(SetForegroundWindow)(window);
  return FALSE;
}

/* The running program's first window may take a while to come. */
static void to_front(DWORD process) {
  DWORD waited;
  USER(AllowSetForegroundWindow)(process);
  for (waited = 0; waited < WINDOW_MILLISECONDS; waited += 100) {
    if (!USER(EnumWindows)(raise, (LPARAM)process)) {
      return;
    }
    Sleep(100);
  }
}

/* A file with the arguments, a line each, which appears whole. */
static void hand_over(void) {
  struct text argument = {0};
  struct text text = {0};
  struct text path = {0};
  struct text part = {0};
  const WCHAR *at = line_next(NULL, &argument);
  HANDLE file;
  DWORD done;
  int count;
  char *bytes;
  text_clear(&text);
  while ((at = line_next(at, &argument)) != NULL) {
    const WCHAR *c;
    for (c = argument.at; *c != 0; c++) {
      /* a line break in an argument mustn't look like the end of it */
      if (*c == L'\n' || *c == L'\r' || *c == L'\\') {
        text_add_char(&text, L'\\');
      }
      text_add_char(&text, *c == L'\n' ? L'n' : *c == L'\r' ? L'r' : *c);
    }
    text_add_char(&text, L'\n');
  }
  text_add(&path, inbox.at);
  text_add_char(&path, L'\\');
  text_add_number(&path, GetCurrentProcessId());
  text_add_char(&path, L'-');
  text_add_number(&path, GetTickCount());
  text_add(&part, path.at);
  text_add(&part, L".part");
  text_add(&path, L".arguments");
  count = text.length == 0 ? 0 : WideCharToMultiByte(CP_UTF8, 0, text.at, (int)text.length, NULL, 0, NULL, NULL);
  bytes = memory((SIZE_T)count + 1);
  WideCharToMultiByte(CP_UTF8, 0, text.at, (int)text.length, bytes, count, NULL, NULL);
  file = CreateFileW(part.at, GENERIC_WRITE, 0, NULL, CREATE_ALWAYS, FILE_ATTRIBUTE_NORMAL, NULL);
  if (file != INVALID_HANDLE_VALUE) {
    WriteFile(file, bytes, (DWORD)count, &done, NULL);
    CloseHandle(file);
    MoveFileExW(part.at, path.at, MOVEFILE_REPLACE_EXISTING);
    say_log(L"handed over: ", path.at);
  }
  memory_free(bytes);
  text_free(&argument);
  text_free(&text);
  text_free(&path);
  text_free(&part);
}

static void inbox_find(void) {
  WCHAR *local = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD got = GetEnvironmentVariableW(L"LOCALAPPDATA", local, MOST_PATH);
  if (got > 0 && got < MOST_PATH) {
    text_add(&inbox, local);
    text_add_char(&inbox, L'\\');
    text_add(&inbox, data_or(L"one.id", L""));
    CreateDirectoryW(inbox.at, NULL);
    text_add(&inbox, L"\\inbox");
    CreateDirectoryW(inbox.at, NULL);
  }
  memory_free(local);
}

const WCHAR *one_inbox(void) { return inbox.length > 0 ? inbox.at : NULL; }

BOOL one_enter(DWORD *code) {
  struct text name = {0};
  HANDLE mutex;
  DWORD *process;
  BOOL other;
  if (data_of(L"one") == NULL) {
    return TRUE;
  }
  name_of(&name, L"Global\\", L".start");
  mutex = CreateMutexW(NULL, FALSE, name.at);
  /* somebody else's mutex, which this user mustn't open, is one as well */
  other = mutex == NULL || GetLastError() == ERROR_ALREADY_EXISTS;
  text_clear(&name);
  name_of(&name, L"Local\\", L".process");
  shared = CreateFileMappingW(INVALID_HANDLE_VALUE, NULL, PAGE_READWRITE, 0, sizeof(DWORD), name.at);
  text_free(&name);
  if (same(data_or(L"one.then", L"front"), L"arguments")) {
    inbox_find();
  }
  if (!other) {
    return TRUE;
  }
  say_log(L"another one runs", L"");
  if (one_inbox() != NULL) {
    hand_over();
  }
  process = shared == NULL ? NULL : MapViewOfFile(shared, FILE_MAP_READ, 0, 0, sizeof(DWORD));
  if (process != NULL && *process != 0) {
    to_front(*process);
  }
  *code = data_number(L"one.code", 0);
  return FALSE;
}

void one_started(DWORD id) {
  DWORD *process = shared == NULL ? NULL : MapViewOfFile(shared, FILE_MAP_WRITE, 0, 0, sizeof(DWORD));
  if (process != NULL) {
    *process = id;
    UnmapViewOfFile(process);
  }
}
