"""The command line of the core: no server, no database. One module a command, loaded when it is called."""
