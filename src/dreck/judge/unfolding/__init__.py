"""What the judge reads in place of something else: helpers, tables, dispatch, rows, loops."""
