// Empty: its target only holds the headers that the tests read once.
