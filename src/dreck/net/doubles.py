"""The small doubles that pins use, as they stand in the file of pins."""

from __future__ import annotations

DOUBLES = ("Record", "Recorder", "Manager")
# Functions that make an object ready.
READYING = ("given", "having_called")

_CALLS = '''CALLS = []


@pytest.fixture(autouse=True)
def no_calls():
    """Nothing was called yet."""
    CALLS.clear()'''
_PARTS = {
    "Record(": '''class Record(SimpleNamespace):
    """An object with just these attributes."""

    def __init__(self, **fields):
        super().__init__(**fields)
        for each in fields.values():
            if type(each).__name__ == "Recorder":
                each.owner = self''',
    "Recorder(": '''class Recorder:
    """A function that notes its calls in CALLS, and gives back the same each time, or raises; it may
    set attributes of the record that it belongs to, and of those it is given.
    """

    def __init__(self, name, gives=None, raises=None, sets=None, awaited=False):
        self.name, self.gives, self.raises, self.sets = name, gives, raises, sets or {}
        self.awaited, self.owner = awaited, None

    def __call__(self, *args, **kwargs):
        CALLS.append((self.name, "call", args, kwargs))
        for each in (self.owner, *args, *kwargs.values()):
            for attribute, value in self.sets.items():
                if type(each).__name__ == "Record" and hasattr(each, attribute):
                    setattr(each, attribute, value)
        return self._later() if self.awaited else self._outcome()

    async def _later(self):
        return self._outcome()

    def _outcome(self):
        if self.raises is not None:
            raise self.raises(self.name)
        return self.gives''',
    "Manager(": '''class Manager:
    """Something to be entered and left, which notes both, and may swallow what is raised inside."""

    def __init__(self, name, gives=None, swallows=False):
        self.name, self.gives, self.swallows = name, gives, swallows

    def __enter__(self):
        CALLS.append((self.name, "enter"))
        return self.gives

    def __exit__(self, *error):
        CALLS.append((self.name, "exit", error[0]))
        return self.swallows and error[0] is not None''',
    "given(": '''def given(owner, **fields):
    """An object with attributes that are set from outside."""
    for name, value in fields.items():
        setattr(owner, name, value)
    return owner''',
    "having_called(": '''def having_called(owner, method, *arguments):
    """An object of which a method was called."""
    getattr(owner, method)(*arguments)
    return owner''',
}


_PLAIN_RECORD = '''class Record(SimpleNamespace):
    """An object with just these attributes."""'''


def source_of(body: str) -> str:
    """The doubles that a text uses."""
    wanted = [text for word, text in _PARTS.items() if word in body]
    if "Record(" in body and "Recorder(" not in body:
        wanted[0] = _PLAIN_RECORD
    has_calls = any(word in body for word in ("Recorder(", "Manager("))
    return "\n\n\n".join([*([_CALLS] if has_calls else []), *wanted])
