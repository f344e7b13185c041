@echo off
rem Starts @TITLE@.
rem Needs @NEEDS@: looked for where the settings say, in the folder "runtime" here, in JAVA_HOME, and on the path.
rem Settings: %%APPDATA%%\@APP@\@PROGRAM@.settings, else @SETTINGS@ here, which tells what can be set.
rem All arguments are the program's own. Put those with spaces or any of  ^& ^| ^< ^> ^^ ( ) , ; =  into quotation marks. The command
rem processor itself changes %% and, in quotation marks, can't pass a quotation mark: programs that need those are started with
rem java directly.
setlocal DisableDelayedExpansion
@HERE_CMD@
set "OPTIONS="
set "ARGUMENTS="
set "QUOTED="
set "ANY="
set "JAVA_FOLDER="
set "JAVA="
set "TRIED="
set "SETTINGS=%APPDATA%\@APP@\@PROGRAM@.settings"
if not exist "%SETTINGS%" set "SETTINGS=%HERE%@SETTINGS_CMD@"
if not exist "%SETTINGS%" goto runtime
for /f "usebackq eol=# delims=" %%a in ("%SETTINGS%") do set "ANY=yes"
if defined ANY call :look
if defined QUOTED goto failed
for /f "usebackq eol=# tokens=1* delims==" %%a in ("%SETTINGS%") do (
  set "KEY=%%a"
  set "VALUE=%%b"
  call :setting
  if errorlevel 1 goto failed
)

:runtime
if not defined JAVA_FOLDER goto search
if exist "%JAVA_FOLDER%\bin\java.exe" goto named
call :tell "%SETTINGS% says java = %JAVA_FOLDER%, and there is no bin\java.exe in it"
exit /b 1
:named
call :try "%JAVA_FOLDER%"
goto start

:search
call :try "%HERE%runtime"
if defined JAVA_HOME set "JAVA_HOME=%JAVA_HOME:"=%"
if not defined JAVA if defined JAVA_HOME call :try "%JAVA_HOME%"
if not defined JAVA for %%j in (java.exe) do if not "%%~$PATH:j" == "" call :path "%%~$PATH:j"

:start
if defined JAVA goto run
call :tell "@NEEDS@ is needed, and none was found.%TRIED%"
call :tell "Install it, or set JAVA_HOME to its folder, or write java = FOLDER in %SETTINGS%"
exit /b 1
:run
@RUN@

:failed
exit /b 1

@KEYVALUE_CMD@
if "%KEY%" == "java" set "JAVA_FOLDER=%VALUE%"& exit /b 0
if "%KEY%" == "option" set OPTIONS=%OPTIONS% "%VALUE%%TAIL%"& exit /b 0
if "%KEY%" == "argument" set ARGUMENTS=%ARGUMENTS% "%VALUE%%TAIL%"& exit /b 0
call :tell "%SETTINGS%: there is no setting '%KEY%'; it is ignored"
exit /b 0

rem Takes the runtime in a folder if it is of a fitting version.
:try
if not exist "%~1\bin\java.exe" exit /b 0
set "VERSION="
set "ARCH="
if exist "%~1\release" for /f "usebackq tokens=1,2 delims==" %%a in ("%~1\release") do if "%%a" == "JAVA_VERSION" set "VERSION=%%~b"
if exist "%~1\release" for /f "usebackq tokens=1,2 delims==" %%a in ("%~1\release") do if "%%a" == "OS_ARCH" set "ARCH=%%~b"
if not defined VERSION call :ask "%~1\bin\java.exe"
if not defined VERSION set "VERSION=0"
for /f "tokens=1,2 delims=.-+_" %%a in ("%VERSION%") do (
  set "MAJOR=%%a"
  set "MINOR=%%b"
)
if "%MAJOR%" == "1" set "MAJOR=%MINOR%"
set "FITS=1"
if %MAJOR% LSS @FROM@ set "FITS="
if %MAJOR% GTR @TO@ set "FITS="
if defined FITS (set "JAVA=%~1\bin\java.exe") else (set "TRIED=%TRIED% Java %MAJOR% is in %~1.")
exit /b 0

rem A runtime without a file of its version is asked.
:ask
set "REPORT=%TEMP%\@PROGRAM@-%RANDOM%.txt"
"%~1" -version >"%REPORT%" 2>&1
for /f "usebackq tokens=3" %%v in ("%REPORT%") do if not defined VERSION set "VERSION=%%~v"
del "%REPORT%"
exit /b 0

:path
for %%f in ("%~dp1..") do call :try "%%~ff"
exit /b 0
