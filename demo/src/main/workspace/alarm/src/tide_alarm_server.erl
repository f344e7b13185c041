%% Answers every request with the alarms, one on each line.
-module(tide_alarm_server).
-behaviour(gen_server).
-export([start_link/0, init/1, handle_call/3, handle_cast/2, handle_info/2]).

start_link() ->
    gen_server:start_link({local, ?MODULE}, ?MODULE, [], []).

init([]) ->
    ok = tide_alarm_store:open(),
    {ok, Port} = application:get_env(tide_alarm, port),
    {ok, Listening} = gen_tcp:listen(port(Port, init:get_plain_arguments()),
        [binary, {ip, {127, 0, 0, 1}}, {active, false}, {reuseaddr, true}, {packet, http_bin}]),
    {ok, Actual} = inet:port(Listening),
    io:format("tide_alarm: ~b alarms, answering on http://127.0.0.1:~b/~n", [length(tide_alarm_store:all()), Actual]),
    spawn_link(fun() -> accept(Listening) end),
    {ok, Listening}.

port(_Default, ["--port", Text]) -> list_to_integer(Text);
port(Default, _None) -> Default.

accept(Listening) ->
    {ok, Socket} = gen_tcp:accept(Listening),
    _ = gen_tcp:recv(Socket, 0, 2000),
    Lines = [io_lib:format("~ts ~.1f m~n", [Harbour, Metres]) || {Harbour, Metres} <- tide_alarm_store:all()],
    Body = unicode:characters_to_binary([Lines, atom_to_list(node()), $\n]),
    _ = inet:setopts(Socket, [{packet, raw}]),
    _ = gen_tcp:send(Socket, ["HTTP/1.0 200 OK\r\nContent-Type: text/plain\r\n\r\n", Body]),
    _ = gen_tcp:close(Socket),
    accept(Listening).

handle_call(_Request, _From, State) -> {reply, ok, State}.
handle_cast(_Request, State) -> {noreply, State}.
handle_info(_Info, State) -> {noreply, State}.
