"""What is found in a set, step by step, with the figures behind it and a mend where there is one."""
