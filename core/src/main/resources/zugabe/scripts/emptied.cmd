rem Removes the folders of a path that are empty now, the inner ones first; it ends with a colon, as in the record.
:emptied
set "FILE=%~1"
for %%p in ("%PREFIX%\%FILE:~0,-1%") do set "DIR=%%~dpp"
:up
set "DIR=%DIR:~0,-1%"
if /i "%DIR%" == "%PREFIX%" exit /b 0
rmdir "%DIR%" 2>nul
for %%p in ("%DIR%") do set "DIR=%%~dpp"
if /i "%DIR%" == "%PREFIX%\" exit /b 0
goto up
