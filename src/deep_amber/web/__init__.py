"""The web application: turns requests into calls of core and store. It holds no rule of the job."""
