"""The judge: an independent check that two versions behave the same.

It gets two texts and nothing that the rewriter worked out, reads them with the standard
``ast``, and does not know which move ran.
"""
