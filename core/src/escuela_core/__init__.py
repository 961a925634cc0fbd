"""The rules and the computing of Escuela: no web framework, no network, no database."""
