@echo off
rem Starts @TITLE@.
rem Settings: %%APPDATA%%\@APP@\@PROGRAM@.settings, else @SETTINGS@ here, which tells what can be set.
rem All arguments are the program's own. Put those with spaces or any of  ^& ^| ^< ^> ^^ ( ) , ; =  into quotation marks.
setlocal DisableDelayedExpansion
@HERE_CMD@
set "ARGUMENTS="
set "QUOTED="
set "ANY="
set "SETTINGS=%APPDATA%\@APP@\@PROGRAM@.settings"
if not exist "%SETTINGS%" set "SETTINGS=%HERE%@SETTINGS_CMD@"
if not exist "%SETTINGS%" goto start
for /f "usebackq eol=# delims=" %%a in ("%SETTINGS%") do set "ANY=yes"
if defined ANY call :look
if defined QUOTED goto failed
for /f "usebackq eol=# tokens=1* delims==" %%a in ("%SETTINGS%") do (
  set "KEY=%%a"
  set "VALUE=%%b"
  call :setting
  if errorlevel 1 goto failed
)

:start
@RUN@

:failed
exit /b 1

@KEYVALUE_CMD@
if "%KEY%" == "argument" set ARGUMENTS=%ARGUMENTS% "%VALUE%%TAIL%"& exit /b 0
call :tell "%SETTINGS%: there is no setting '%KEY%'; it is ignored"
exit /b 0
