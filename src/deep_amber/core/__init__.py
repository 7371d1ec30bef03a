"""The rules of the job and all computation. Imports nothing of ours outside this package."""
