/* Stands in for java.exe: writes what it was started with, so that a script can be judged at the process boundary.
 * Appends to the file named by RECORD: "start", the arguments, "folder" with the current folder, each as UTF-8 ended by NUL.
 * RECORD_ONCE names a file: while it is there it is deleted and 75 is the exit code; else RECORD_EXIT is.
 * RECORD_SHOWN names a variable whose value follows the folder; RECORD_WAIT is how many milliseconds it runs.
 * With -version it only prints RECORD_VERSION as a runtime would; with RECORD_INPUT set it copies standard input to the record. */
#include <windows.h>
#include <shellapi.h>
#include <stdio.h>

static FILE *record;

static void put(const wchar_t *text) {
  int length = WideCharToMultiByte(CP_UTF8, 0, text, -1, NULL, 0, NULL, NULL);
  char *bytes = malloc(length);
  WideCharToMultiByte(CP_UTF8, 0, text, -1, bytes, length, NULL, NULL);
  fwrite(bytes, 1, length, record);
  free(bytes);
}

int main(void) {
  int count;
  wchar_t **arguments = CommandLineToArgvW(GetCommandLineW(), &count);
  wchar_t text[32768];
  if (count > 1 && !wcscmp(arguments[count - 1], L"-version")) {
    const char *version = getenv("RECORD_VERSION");
    fprintf(stderr, "openjdk version \"%s\" 2026-01-20\nOpenJDK Runtime Environment\n", version ? version : "17.0.1");
    return 0;
  }
  GetEnvironmentVariableW(L"RECORD", text, 32768);
  record = _wfopen(text, L"ab");
  if (!record) return 99;
  put(L"start");
  for (int i = 1; i < count; i++) put(arguments[i]);
  put(L"folder");
  GetCurrentDirectoryW(32768, text);
  put(text);
  if (GetEnvironmentVariableW(L"RECORD_SHOWN", text, 32768)) {
    wchar_t name[256];
    lstrcpynW(name, text, 256);
    text[0] = 0;
    GetEnvironmentVariableW(name, text, 32768);
    put(text);
  }
  if (getenv("RECORD_INPUT")) {
    int c;
    while ((c = getchar()) != EOF) fputc(c, record);
    fputc(0, record);
  }
  fclose(record);
  if (getenv("RECORD_WAIT")) Sleep(atoi(getenv("RECORD_WAIT")));
  if (GetEnvironmentVariableW(L"RECORD_ONCE", text, 32768) && DeleteFileW(text)) return 75;
  return getenv("RECORD_EXIT") ? atoi(getenv("RECORD_EXIT")) : 0;
}
