"""The intermediate representation: operations with their semantics, and graphs of them."""
