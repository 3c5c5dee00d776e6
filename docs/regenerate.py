"""Write the generated pages anew: python docs/regenerate.py [--quick]

With --quick the outputs of the tour are left as they are.
"""

import json
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parent))

from console import with_output  # noqa: E402
from picture import picture  # noqa: E402

from dreck.report.catalogue import catalogue  # noqa: E402
from dreck.report.schemas import schemas  # noqa: E402
from dreck.report.weights import with_weights  # noqa: E402

DOCS = Path(__file__).parent

(DOCS / "moves.md").write_text(catalogue(), encoding="utf-8")
measures = DOCS / "measures.md"
measures.write_text(with_weights(measures.read_text(encoding="utf-8")), encoding="utf-8")
(DOCS / "schemas").mkdir(exist_ok=True)
for name, schema in schemas().items():
    text = json.dumps(schema, indent=1) + "\n"
    (DOCS / "schemas" / f"{name}.json").write_text(text, encoding="utf-8")
if "--quick" not in sys.argv:
    tour = DOCS / "tour.md"
    tour.write_text(with_output(tour.read_text(encoding="utf-8")), encoding="utf-8")
(DOCS / "architecture.svg").write_bytes(picture())
