"""The office's own boats."""


class Workboat:
    """A boat of the office."""

    def __init__(self, name, crew=2):
        self.name = name
        self.crew = crew


class Dredger(Workboat):
    """Takes mud from the bed; its buckets hold a ton each."""

    def __init__(self, name, buckets, crew=5):
        super().__init__(name, crew)
        self.buckets = buckets


class Icebreaker(Workboat):
    """Keeps a channel open in winter."""


class Maintenance(Workboat):
    """Brings paddles and timber to the gates."""
