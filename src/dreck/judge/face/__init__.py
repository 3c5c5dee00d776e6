"""What callers see of the judge: the question, the verdict, its wording."""
