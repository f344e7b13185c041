#include "start.h"

static void add_expanded(struct text *line, const WCHAR *value) {
  WCHAR *expanded = memory((MOST_PATH + 1) * sizeof(WCHAR));
  DWORD got = ExpandEnvironmentStringsW(value, expanded, MOST_PATH);
  line_add(line, got > 0 && got <= MOST_PATH ? expanded : value);
  memory_free(expanded);
}

/* A runtime of 32 bits finds no more in one piece, whatever the machine has. */
enum { MOST_NARROW_MEGABYTES = 1024 };

/* Megabytes for the program: a share of what the machine has, within bounds; 0 for the runtime's choice. */
static DWORD megabytes(BOOL narrow) {
  DWORD share = data_number(L"memory.share", 0);
  DWORD least = data_number(L"memory.least", 0);
  DWORD most = data_number(L"memory.most", 0);
  MEMORYSTATUSEX machine = {0};
  ULONGLONG wanted;
  machine.dwLength = sizeof(machine);
  if (share == 0 || share > 100 || !GlobalMemoryStatusEx(&machine)) {
    return 0;
  }
  wanted = (machine.ullTotalPhys >> 20) * share / 100;
  wanted = least > 0 && wanted < least ? least : wanted;
  wanted = most > 0 && wanted > most ? most : wanted;
  wanted = narrow && wanted > MOST_NARROW_MEGABYTES ? MOST_NARROW_MEGABYTES : wanted;
  return wanted > 0x7FFFFFFF ? 0x7FFFFFFF : (DWORD)wanted;
}

static void add_memory(struct text *line, BOOL narrow) {
  DWORD wanted = megabytes(narrow);
  if (wanted > 0) {
    text_add(line, L" -Xmx");
    text_add_number(line, wanted);
    text_add_char(line, L'm');
  }
}

static void add_arguments(struct text *line) {
  struct text argument = {0};
  const WCHAR *next = NULL;
  const WCHAR *at;
  while ((next = data_next(L"argument", next)) != NULL) {
    add_expanded(line, next);
  }
  if (settings.arguments.length > 0) {
    text_add_char(line, L' ');
    text_add(line, settings.arguments.at);
  }
  at = line_next(NULL, &argument);
  while ((at = line_next(at, &argument)) != NULL) {
    line_add(line, argument.at);
  }
  text_free(&argument);
}

static void add_options(struct text *line, BOOL narrow) {
  const WCHAR *next = NULL;
  while ((next = data_next(L"option", next)) != NULL) {
    add_expanded(line, next);
  }
  add_memory(line, narrow);
  if (one_inbox() != NULL) {
    struct text option = {0};
    text_add(&option, L"-Dprogram.inbox=");
    text_add(&option, one_inbox());
    line_add(line, option.at);
    text_free(&option);
  }
  if (settings.options.length > 0) {
    text_add_char(line, L' ');
    text_add(line, settings.options.at);
  }
}

/* Variables of the recipe; values may refer to others. */
static void set_variables(void) {
  const WCHAR *next = NULL;
  WCHAR *expanded = memory((MOST_PATH + 1) * sizeof(WCHAR));
  while ((next = data_next(L"variable", next)) != NULL) {
    const WCHAR *equals = find_char(next, L'=');
    if (equals != NULL) {
      struct text name = {0};
      DWORD got = ExpandEnvironmentStringsW(equals + 1, expanded, MOST_PATH);
      text_add_part(&name, next, (DWORD)(equals - next));
      SetEnvironmentVariableW(name.at, got > 0 && got <= MOST_PATH ? expanded : equals + 1);
      text_free(&name);
    }
  }
  memory_free(expanded);
}

/* Where the program starts: NULL where the user is. */
static const WCHAR *folder(void) {
  const WCHAR *said = data_or(L"folder", L"home");
  static struct text data_folder;
  WCHAR *local;
  DWORD got;
  if (same(said, L"program")) {
    return place.folder.at;
  }
  if (!same_part(said, L"data:", 5)) {
    return NULL;
  }
  local = memory((MOST_PATH + 1) * sizeof(WCHAR));
  got = GetEnvironmentVariableW(L"LOCALAPPDATA", local, MOST_PATH);
  if (got > 0 && got < MOST_PATH) {
    text_add(&data_folder, local);
    text_add_char(&data_folder, L'\\');
    text_add(&data_folder, said + 5);
    CreateDirectoryW(data_folder.at, NULL);
    SetEnvironmentVariableW(L"DATA_FOLDER", data_folder.at);
  }
  memory_free(local);
  return data_folder.length > 0 ? data_folder.at : NULL;
}

static DWORD urgency(void) {
  const WCHAR *said = data_or(L"urgency", L"normal");
  return same(said, L"low")      ? IDLE_PRIORITY_CLASS
         : same(said, L"below")  ? BELOW_NORMAL_PRIORITY_CLASS
         : same(said, L"above")  ? ABOVE_NORMAL_PRIORITY_CLASS
         : same(said, L"high")   ? HIGH_PRIORITY_CLASS
                                 : NORMAL_PRIORITY_CLASS;
}

/* Ctrl+C is the program's: this one waits for what it makes of it. */
static BOOL WINAPI left_to_program(DWORD event) {
  return event == CTRL_C_EVENT || event == CTRL_BREAK_EVENT;
}

/* The program ends with this one, but what it starts in turn needn't. */
static HANDLE job(void) {
  JOBOBJECT_EXTENDED_LIMIT_INFORMATION limits = {0};
  HANDLE made = CreateJobObjectW(NULL, NULL);
  limits.BasicLimitInformation.LimitFlags = JOB_OBJECT_LIMIT_KILL_ON_JOB_CLOSE | JOB_OBJECT_LIMIT_SILENT_BREAKAWAY_OK;
  if (made != NULL) {
    SetInformationJobObject(made, JobObjectExtendedLimitInformation, &limits, sizeof(limits));
  }
  return made;
}

static BOOL start(const WCHAR *program, struct text *line, const WCHAR *in, PROCESS_INFORMATION *process) {
  STARTUPINFOW how = {0};
  const WCHAR *identity = data_of(L"identity");
  struct text title = {0};
  DWORD why;
  BOOL started;
  how.cb = sizeof(how);
  if (identity != NULL) {
    text_add(&title, identity);
    how.lpTitle = title.at;
    how.dwFlags = STARTF_TITLEISAPPID;
  }
  if (line->length > MOST_LINE) {
    SetLastError(ERROR_FILENAME_EXCED_RANGE);
    return FALSE;
  }
  started = CreateProcessW(program, line->at, NULL, NULL, TRUE, CREATE_SUSPENDED | urgency(), NULL, in, &how, process);
  why = GetLastError();
  text_free(&title);
  SetLastError(why);
  return started;
}

static DWORD once(const WCHAR *program, const struct text *whole, const WCHAR *in) {
  PROCESS_INFORMATION process = {0};
  struct text line = {0};
  DWORD code = CODE_NO_START;
  HANDLE within = job();
  text_add(&line, whole->at);
  if (start(program, &line, in, &process)) {
    if (within != NULL) {
      AssignProcessToJobObject(within, process.hProcess);
    }
    ResumeThread(process.hThread);
    one_started(process.dwProcessId);
    picture_wait(process.hProcess, process.dwProcessId);
    WaitForSingleObject(process.hProcess, INFINITE);
    GetExitCodeProcess(process.hProcess, &code);
    CloseHandle(process.hThread);
    CloseHandle(process.hProcess);
  } else {
    struct text message = {0};
    DWORD why = GetLastError();
    text_add(&message, data_text(L"start"));
    text_add(&message, L"\n");
    text_add(&message, program);
    text_add(&message, L"\n(");
    text_add_number(&message, why);
    text_add(&message, L")");
    say_failure(message.at);
    text_free(&message);
  }
  if (within != NULL) {
    CloseHandle(within);
  }
  text_free(&line);
  return code;
}

/* Jars that lie beside, in the order of the recipe. */
static void add_modules(struct text *line) {
  struct text path = {0};
  const WCHAR *next = NULL;
  while ((next = data_next(L"module.path", next)) != NULL) {
    if (path.length > 0) {
      text_add_char(&path, L';');
    }
    text_add_path(&path, next);
  }
  line_add(line, L"--module-path");
  line_add(line, path.at);
  text_free(&path);
}

/* What the runtime starts: a module, a jar that lies beside, or the jar that this file is as well. */
static void add_start(struct text *line) {
  const WCHAR *module = data_of(L"module");
  if (module != NULL) {
    add_modules(line);
    line_add(line, L"--module");
    line_add(line, module);
    return;
  }
  text_add(line, L" -jar");
  if (data_of(L"beside") == NULL) {
    line_add(line, place.program.at);
  } else {
    struct text jar = {0};
    text_add_path(&jar, data_of(L"beside"));
    line_add(line, jar.at);
    text_free(&jar);
  }
}

DWORD run(const struct java *java) {
  struct text program = {0};
  struct text line = {0};
  DWORD again = data_number(L"again", 0);
  DWORD code;
  const WCHAR *in;
  text_add(&program, java->folder);
  text_add(&program, is_console() ? L"\\java.exe" : L"\\javaw.exe");
  if (!is_file(program.at)) {
    text_clear(&program);
    text_add(&program, java->folder);
    text_add(&program, L"\\java.exe");
  }
  /* options may name the folders */
  SetEnvironmentVariableW(L"PROGRAM_FOLDER", place.folder.at);
  in = folder();
  set_variables();
  line_add(&line, program.at);
  add_options(&line, java->narrow);
  add_start(&line);
  add_arguments(&line);
  say_log(L"line: ", line.at);
  SetConsoleCtrlHandler(left_to_program, TRUE);
  picture_show();
  do {
    code = once(program.at, &line, in);
  } while (again != 0 && code == again);
  text_free(&program);
  text_free(&line);
  return code;
}
