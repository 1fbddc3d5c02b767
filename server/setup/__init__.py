"""What sets a server up and keeps it going: a database made ready, the demo, the worker process, the night's care."""
