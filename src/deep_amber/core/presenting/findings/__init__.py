"""What findings and their mends say: a file a step. A rule gives a code and figures; here they become a sentence.

Sentences are read once: subject, verb, figure.
"""
