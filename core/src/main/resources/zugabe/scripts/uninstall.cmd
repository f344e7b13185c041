@echo off
rem Removes @TITLE@: what its installation recorded, and nothing else.
setlocal DisableDelayedExpansion
set "NAME=@CMD_NAME@"
set "PREFIX=%~dp0"
set "PREFIX=%PREFIX:~0,-1%"
set "RECORD=%PREFIX%\.installed"
set "DRY="
set "PURGE="
set "SELF=%~f0"
set "TASK=%NAME%"

:options
set "OPTION=%~1"
if not defined OPTION goto ready
if "%OPTION%" == "--purge" set "PURGE=yes"& shift /1& goto options
if "%OPTION%" == "--dry-run" set "DRY=yes"& shift /1& goto options
if "%OPTION%" == "--help" goto usage
if "%OPTION%" == "-h" goto usage
if "%OPTION%" == "/?" goto usage
call :wrong "there is no option %OPTION%; --help shows what there is"
exit /b 2

:usage
echo Example:
echo   uninstall.cmd
echo.
echo Usage: uninstall.cmd [OPTIONS]
echo.
echo   --purge      Remove settings that somebody changed, too.
echo   --dry-run    Only tell what would be removed.
echo   -h, --help   Print this.
exit /b 0

:ready
if exist "%RECORD%" goto recorded
call :wrong "there is no record of an installation in %PREFIX%; install.cmd makes one"
exit /b 1
:recorded
call :trust "%RECORD%"
if not defined WHY goto trusted
call :wrong "the record %RECORD% isn't trusted: %WHY%. Nothing is removed; look at it"
exit /b 1
:trusted
if not exist "%PREFIX%\.old\" goto whole
call :wrong "an installation was broken off here; run its install.cmd again first"
exit /b 1
:whole
if not exist "%PREFIX%\.lock\" goto alone
rem a holder that was killed keeps no file open
set "HOLDER="
if exist "%PREFIX%\.lock\name" for /f "usebackq delims=" %%l in ("%PREFIX%\.lock\name") do set "HOLDER=%%l"
if not defined HOLDER goto busy
if not "%HOLDER:~0,6%" == ".lock-" goto busy
ren "%PREFIX%\%HOLDER%" ".lock.taken" 2>nul
if not exist "%PREFIX%\.lock.taken" goto busy
del "%PREFIX%\.lock.taken"
rmdir /s /q "%PREFIX%\.lock"
goto alone
:busy
call :wrong "an installation is going on in %PREFIX%. Wait for its end; if there is none, remove %PREFIX%\.lock"
exit /b 1
:alone
if not defined DRY goto remove
call :say "Would remove from %PREFIX%:"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "inside" call :tell "%%b"
exit /b 0

:remove
mkdir "%PREFIX%\.lock" 2>nul
if not errorlevel 1 goto locked
call :wrong "%PREFIX% can't be changed by this user, or an installation is going on there"
exit /b 1
:locked
cd /d "%TEMP%"
set "MODE=user"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "mode" set "MODE=%%b"
set "KEY=HKCU\Environment"
if "%MODE%" == "system" set "KEY=HKLM\SYSTEM\CurrentControlSet\Control\Session Manager\Environment"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "service" call :service "%%b"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "path" call :path "%%b"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "menu" del /q "%%b" 2>nul
set "KEPT="
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "inside" call :file "%%b"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "inside" call :emptied "%%b"
if defined KEPT call :say "Settings that were changed are kept; --purge removes them: %PREFIX%\%KEPT%"
echo @TITLE@ is removed.
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "kept" call :before "%%b"
del "%PREFIX%\.first-run" 2>nul
del "%RECORD%"
rem what stays is told by a record, so that it can be installed here again
set "LEFT="
for /f "delims=" %%f in ('dir /b /a "%PREFIX%"') do if not "%%f" == "uninstall.cmd" if not "%%f" == ".lock" set "LEFT=yes"
if not defined LEFT goto gone
> "%RECORD%" echo name=%NAME%
>> "%RECORD%" echo removed=yes
>> "%RECORD%" echo lines=2
:gone
rmdir "%PREFIX%\.lock"
rem this script is the last to go: the line is read by now
del "%SELF%"& rmdir "%PREFIX%" 2>nul& exit /b 0

:tell
set "FILE=%~1"
call :say "  %FILE:~0,-1%"
exit /b 0

rem Says %1 whatever it holds: what a loop's variable stands for isn't read as a command again.
:say
for /f "delims=" %%s in ("%~1") do echo %%s
exit /b 0

:wrong
for /f "delims=" %%s in ("%~1") do echo uninstall.cmd: %%s 1>&2
exit /b 0

:before
set "FILE=%~1"
set "FILE=%FILE:~0,-1%"
if not exist "%PREFIX%\%FILE%" move "%PREFIX%\%FILE%.before-%NAME%" "%PREFIX%\%FILE%" >nul 2>&1
exit /b 0

:service
schtasks /end /tn "%TASK%\%~1" >nul 2>&1
schtasks /delete /f /tn "%TASK%\%~1" >nul 2>&1
exit /b 0

:path
set "ALL="
for /f "tokens=1,2*" %%a in ('reg query "%KEY%" /v Path 2^>nul') do if /i "%%a" == "Path" set "ALL=%%c"
if not defined ALL exit /b 0
call set "REST=%%ALL:;%~1=%%"
if "%REST%" == "%~1" set "REST="
if defined REST reg add "%KEY%" /v Path /t REG_EXPAND_SZ /d "%REST%" /f >nul
if not defined REST reg delete "%KEY%" /v Path /f >nul
exit /b 0

:file
set "FILE=%~1"
set "FILE=%FILE:~0,-1%"
if "%FILE%" == "uninstall.cmd" exit /b 0
if not "%FILE:~-9%" == ".settings" del /q "%PREFIX%\%FILE%" 2>nul& exit /b 0
del /q "%PREFIX%\%FILE%.new" 2>nul
if defined PURGE del /q "%PREFIX%\%FILE%" 2>nul& exit /b 0
rem a line that is no comment is somebody's
set "SET="
for /f "usebackq eol=# tokens=1 delims==" %%l in ("%PREFIX%\%FILE%") do if not "%%l" == "" set "SET=yes"
if not defined SET del /q "%PREFIX%\%FILE%" 2>nul& exit /b 0
set "KEPT=%FILE%"
exit /b 0

@EMPTIED_CMD@

@TRUST_CMD@
