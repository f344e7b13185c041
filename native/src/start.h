/*
 * The native start program: finds a Java runtime that fits and starts a program on it.
 *
 * There is no C runtime in it: what is needed of one is in text.c. Every piece of text that grows
 * goes through struct text, which knows its room. All that differs between programs is data (see
 * data.c), which is written into the file as a resource.
 */
#ifndef START_H
#define START_H

#define UNICODE
#define _UNICODE
#define WIN32_LEAN_AND_MEAN
#define NOMINMAX
#include <windows.h>
#include <shellapi.h>

/* Codes that nobody's program should use; documented in docs/windows.md. */
enum {
  CODE_DAMAGED = 240,  /* the data in this file can't be read */
  CODE_NO_JAVA = 241,  /* no runtime fits */
  CODE_NO_START = 242, /* the runtime that fits can't be started */
  CODE_SETTINGS = 243, /* a settings file can't be understood */
  CODE_MEMORY = 244,   /* not even this program has memory */
  CODE_MISSING = 245   /* what it starts isn't there */
};

/* The longest path that the system takes, and the longest line for a new process. */
enum { MOST_PATH = 32767, MOST_LINE = 32766 };

/*
 * late.c: functions of libraries that most starts do without. Loading these libraries takes longer
 * than all that this program does.
 */

void *late(const WCHAR *library, const char *name);
#define LATE(library, function) ((__typeof__(&function))late(library, #function))
#define USER_OF(function) LATE(L"user32.dll", function)
#define USER(function) USER_OF(function)
#define GDI(function) LATE(L"gdi32.dll", function)
#define SHELL(function) LATE(L"shell32.dll", function)
#define ADVAPI(function) LATE(L"advapi32.dll", function)

/* text.c: text that grows, and what a C runtime would have had. */

struct text {
  WCHAR *at; /* ends with a zero */
  DWORD length;
  DWORD room;
};

void *memory(SIZE_T bytes);
void memory_free(void *at);
void text_add(struct text *t, const WCHAR *more);
void text_add_part(struct text *t, const WCHAR *more, DWORD length);
void text_add_char(struct text *t, WCHAR c);
void text_add_number(struct text *t, DWORD number);
void text_clear(struct text *t);
void text_free(struct text *t);
WCHAR *text_copy(const WCHAR *from);
DWORD length_of(const WCHAR *text);
BOOL same(const WCHAR *a, const WCHAR *b);
BOOL same_part(const WCHAR *a, const WCHAR *b, DWORD length);
const WCHAR *find_char(const WCHAR *text, WCHAR c);
const WCHAR *find_last(const WCHAR *text, WCHAR c);
DWORD number_of(const WCHAR *text);
/* UTF-8 bytes as text; FALSE when they aren't any. */
BOOL text_add_utf8(struct text *t, const char *bytes, DWORD length);
/* A small file's bytes, at most this many; NULL when it can't be read. */
char *file_bytes(const WCHAR *path, DWORD most, DWORD *length);

/* data.c: what this program was told when it was made. */

BOOL data_open(void);
/* The value of a name; NULL when there is none. With "after" the one that follows it. */
const WCHAR *data_next(const WCHAR *name, const WCHAR *after);
const WCHAR *data_of(const WCHAR *name);
const WCHAR *data_or(const WCHAR *name, const WCHAR *otherwise);
DWORD data_number(const WCHAR *name, DWORD otherwise);
/* A text in the user's language, else in English; never NULL. */
const WCHAR *data_text(const WCHAR *name);
const void *data_picture(DWORD *bytes);

/* place.c: where things are. */

struct place {
  struct text program;  /* this file */
  struct text folder;   /* the one that all lies in, without a last backslash */
  struct text settings; /* the settings file; empty when there is none */
};

extern struct place place;
BOOL place_find(void);
BOOL is_file(const WCHAR *path);
/* FALSE when what this program starts lies neither in its folder nor in the one above. */
BOOL place_beside(void);
/* Needs the folder. */
void place_settings(void);
/* Relative to the program's folder, unless it is absolute. */
void text_add_path(struct text *t, const WCHAR *path);

/* line.c: command lines. */

void line_add(struct text *line, const WCHAR *argument);
/* The next argument of a command line as the C runtime takes it apart; NULL behind the last. */
const WCHAR *line_next(const WCHAR *at, struct text *argument);

/* settings.c: what the user set. */

struct settings {
  WCHAR *java; /* NULL for none */
  struct text options;   /* quoted, one after the other */
  struct text arguments; /* as above */
};

extern struct settings settings;
BOOL settings_read(void);

/* seek.c: the runtime. */

struct java {
  WCHAR *folder; /* the one with java.exe in it; NULL for none */
  DWORD version;
  BOOL narrow; /* of 32 bits */
};

BOOL seek_java(struct java *found);
/* What was looked at, a line each. */
extern struct text seek_tried;

/* say.c: what users and those who help them are told. */

void say_open(void);
void say_log(const WCHAR *what, const WCHAR *more);
void say_failure(const WCHAR *message);
void say_no_java(void);
void say_missing(void);
BOOL is_console(void);

/* one.c: one instance. */

/* FALSE when another runs, which got to the front or has the arguments; then *code is set. */
BOOL one_enter(DWORD *code);
void one_started(DWORD process);
/* The folder that later starts put their arguments into; NULL when they don't. */
const WCHAR *one_inbox(void);

/* picture.c: the opening picture. */

void picture_show(void);
/* Waits for a process; the picture goes with its first window. */
void picture_wait(HANDLE process, DWORD id);

/* run.c: the program itself. */

DWORD run(const struct java *java);

#endif
