"""Write the generated pages anew: python docs/regenerate.py"""

from pathlib import Path

from dreck.report.catalogue import catalogue

Path(__file__).with_name("moves.md").write_text(catalogue(), encoding="utf-8")
