"""What takes long to make is made by one of the workers, and all of them then have it."""

import fcntl
import os


def made_once(tmp_path_factory, name, make):
    """The file or folder of that name, beside the folders of the workers; `make` is given its path."""
    base = tmp_path_factory.getbasetemp()
    place = (base.parent if "PYTEST_XDIST_WORKER" in os.environ else base) / name
    made = place.with_suffix(".made")
    with place.with_suffix(".lock").open("w") as lock:
        fcntl.flock(lock, fcntl.LOCK_EX)
        if not made.exists():
            make(place)
            made.touch()
    return place
