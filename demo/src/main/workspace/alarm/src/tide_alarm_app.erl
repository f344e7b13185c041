%% Starts the alarm server.
-module(tide_alarm_app).
-behaviour(application).
-export([start/2, stop/1]).

start(_Type, _Arguments) ->
    tide_alarm_sup:start_link().

stop(_State) ->
    ok.
