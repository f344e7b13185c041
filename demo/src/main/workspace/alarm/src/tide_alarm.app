{application, tide_alarm,
 [{description, "Wakes the harbour master"},
  {vsn, "1.2.0"},
  {modules, [tide_alarm_app, tide_alarm_server, tide_alarm_store, tide_alarm_sup]},
  {registered, [tide_alarm_server, tide_alarm_sup]},
  {applications, [kernel, stdlib]},
  {mod, {tide_alarm_app, []}},
  {env, [{port, 8342}]}]}.
