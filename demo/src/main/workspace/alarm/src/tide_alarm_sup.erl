%% Keeps the alarm server running.
-module(tide_alarm_sup).
-behaviour(supervisor).
-export([start_link/0, init/1]).

start_link() ->
    supervisor:start_link({local, ?MODULE}, ?MODULE, []).

init([]) ->
    Server = #{id => tide_alarm_server, start => {tide_alarm_server, start_link, []}},
    {ok, {#{strategy => one_for_one, intensity => 3, period => 10}, [Server]}}.
