"""The rooms of the server; each imports only those left of it: accounts, work, recordings, lessons, assignments, study, results."""
