"""A survey whose files are read by a cluster: here a Dask cluster on this machine.

python -m pip install '.[cluster]' && python examples/on_a_cluster.py

Any object with the interface of concurrent.futures.Executor will do. Without Dask it says how to
get it.
"""

import importlib.util
import os
import tempfile
from pathlib import Path

import dreck
from dreck.demo import copy_project


def main() -> None:
    """Survey the demo project twice, in this process and on the cluster, and compare."""
    if importlib.util.find_spec("distributed") is None:
        print("this needs Dask: python -m pip install '.[cluster]'")
        return
    from distributed import Client, LocalCluster

    with tempfile.TemporaryDirectory() as scratch:
        copy_project(Path(scratch, "office"))
        os.chdir(Path(scratch, "office"))
        here = dreck.survey("canal", cached=False)
        # Threads of this process serve as the workers; a cluster of machines looks the same.
        with (
            LocalCluster(
                n_workers=1, threads_per_worker=2, processes=False, dashboard_address=None
            ) as cluster,
            Client(cluster) as client,
        ):
            there = dreck.survey("canal", executor=client.get_executor(), cached=False)
        print(there)
        print("the same as here:", there.to_dict() == here.to_dict())
        os.chdir(Path(scratch).parent)


if __name__ == "__main__":
    main()
