int Java_example_harbour_Main_level(void *environment, void *type) { return 42; }
