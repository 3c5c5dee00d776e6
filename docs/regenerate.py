"""Write the generated pages anew: python docs/regenerate.py"""

from pathlib import Path

from dreck.report.catalogue import catalogue
from dreck.report.weights import with_weights

Path(__file__).with_name("moves.md").write_text(catalogue(), encoding="utf-8")
measures = Path(__file__).with_name("measures.md")
measures.write_text(with_weights(measures.read_text(encoding="utf-8")), encoding="utf-8")
