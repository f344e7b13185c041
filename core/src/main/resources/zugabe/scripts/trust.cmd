rem Whether the record %1 is whole, of this application, and names only files below the prefix; sets WHY if not.
:trust
set "WHY="
set "COUNT=0"
set "LINES="
set "ID="
for /f "usebackq tokens=1* delims==" %%a in ("%~1") do call :trustline "%%a" "%%b"
if defined WHY exit /b 1
if not "%ID%" == "%NAME%" set "WHY=it is of another application"
if not "%LINES%" == "%COUNT%" set "WHY=it is damaged"
if defined WHY exit /b 1
exit /b 0
:trustline
if "%~1" == "lines" set "LINES=%~2"& exit /b 0
set /a COUNT+=1 >nul
if "%~1" == "name" set "ID=%~2"
if "%~1" == "inside" goto trustpath
if "%~1" == "kept" goto trustpath
exit /b 0
:trustpath
set "FILE=%~2"
if not "%FILE:~-1%" == ":" set "WHY=it is damaged"
set "FILE=%FILE:~0,-1%"
if "%FILE:~0,1%" == "\" set "WHY=it has paths outside the installation"
if not "%FILE::=%" == "%FILE%" set "WHY=it has paths outside the installation"
if not "%FILE:..\=%" == "%FILE%" set "WHY=it has paths outside the installation"
exit /b 0
