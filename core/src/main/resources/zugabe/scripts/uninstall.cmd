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
if not defined DRY goto remove
call :say "Would remove from %PREFIX%:"
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "inside" call :tell "%%b"
exit /b 0

:remove
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
for /f "usebackq tokens=1* delims==" %%a in ("%RECORD%") do if "%%a" == "inside" call :folders "%%b"
if defined KEPT call :say "Settings that were changed are kept; --purge removes them: %PREFIX%\%KEPT%"
echo @TITLE@ is removed.
del "%PREFIX%\.first-run" 2>nul
del "%RECORD%"
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

rem Folders that are empty now, the inner ones first.
:folders
set "FILE=%~1"
for %%p in ("%PREFIX%\%FILE:~0,-1%") do set "DIR=%%~dpp"
:up
set "DIR=%DIR:~0,-1%"
if /i "%DIR%" == "%PREFIX%" exit /b 0
rmdir "%DIR%" 2>nul
for %%p in ("%DIR%") do set "DIR=%%~dpp"
if /i "%DIR%" == "%PREFIX%\" exit /b 0
goto up
