%% Alarms on disk: harbour and the height in metres that wakes somebody.
-module(tide_alarm_store).
-export([create/0, open/0, all/0]).

%% Makes the table once; a second time is a mistake.
create() ->
    case filelib:is_regular(file()) of
        true -> {already_there, file()};
        false ->
            {ok, Table} = dets:open_file(?MODULE, [{file, file()}]),
            ok = dets:insert(Table, [{"gannet-quay", 5.5}, {"saltmarsh-hythe", 4.8}, {"heron-staithe", 3.9}]),
            dets:close(Table)
    end.

open() ->
    {ok, ?MODULE} = dets:open_file(?MODULE, [{file, file()}, {access, read}]),
    ok.

all() ->
    lists:sort(dets:match_object(?MODULE, '_')).

file() ->
    filename:join(os:getenv("RELEASE_DATA", "."), "alarms.dets").
