"""The rooms of the server: accounts, work, recordings, lessons, assignments, study, results.

Each imports only those left of it.
"""
