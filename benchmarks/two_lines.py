"""The texts for address servers and routers, read and run by the programs that they are for, where those are installed.

`sudo python -m benchmarks.two_lines`: dnsmasq and Kea check their files, Kea must listen on the house side, and the
script of a Linux router runs twice, changes over and goes back in a net of its own (unshare): this machine's lines stay
as they are.
"""

from __future__ import annotations

import re
import subprocess
import tempfile
from pathlib import Path

from rindle_core.stations.bringup.two_lines import HomeDevice, TwoLinesInput, two_lines

_NEW, _OLD = "192.168.1.1", "192.168.2.1"
_DEVICES = [
    HomeDevice(name="Card reader", hardware_address="02:00:5e:10:00:11", fixed_ip="192.168.40.11", line="old"),
    HomeDevice(name="Camera", hardware_address="02:00:5e:10:00:12", fixed_ip="192.168.40.12", line="new"),
]
_NET = f"""
ip link set lo up; sysctl -qw net.ipv4.ip_forward=1
for one in lan new old; do ip link add $one type veth peer name p$one; ip link set $one up; ip link set p$one up; done
ip addr add 192.168.40.1/24 dev lan; ip addr add {_NEW[:-1]}2/24 dev new; ip addr add {_OLD[:-1]}2/24 dev old
way() {{ ip route get 203.0.113.9 from $1 iif lan | sed -n 's/.* dev \\([a-z]*\\).*/\\1/p'; }}
sh -e router; sh -e router
echo "card reader: $(way 192.168.40.11)"; echo "camera: $(way 192.168.40.12)"; echo "others: $(way 192.168.40.99)"
ip link set new down; echo "others, new line down: $(way 192.168.40.99)"; ip link set new up
sed -n 's/^#   //p' router | sh -e; echo "camera, gone back: $(way 192.168.40.12)"
kea-dhcp4 -t kea 2>&1 | sed -n 's/.*\\(listening on interface\\)/kea: \\1/p'
"""
_WANTED = {
    "card reader": "old",
    "camera": "new",
    "others, new line down": "old",
    "camera, gone back": "old",
    "kea": "listening on interface lan",
}


def main() -> None:
    """A line for each thing that was tried; an exit code of 1 where one came out otherwise."""
    wrong = []
    for plan in ("failover", "weights"):
        given = TwoLinesInput(net="192.168.40.0/24", new_percent=75, plan=plan, new_gateway=_NEW, old_gateway=_OLD,
                              devices=_DEVICES)  # fmt: skip
        texts = {one.code: one.text for one in two_lines(given).result.texts}
        with tempfile.TemporaryDirectory() as folder:
            for name, code in (("router", "linux"), ("kea", "kea"), ("dnsmasq", "dnsmasq")):
                (Path(folder) / name).write_text(texts[code])
            read = subprocess.run(["dnsmasq", "--test", "-C", "dnsmasq"], cwd=folder, capture_output=True, text=True)
            ran = subprocess.run(["unshare", "-n", "sh", "-c", _NET], cwd=folder, capture_output=True, text=True)
        told = dict(re.findall(r"^(.+): (.+)$", ran.stdout, re.MULTILINE))
        print(f"{plan}: dnsmasq {'reads it' if read.returncode == 0 else read.stderr}; {told}")
        wrong += [name for name, wanted in _WANTED.items() if told.get(name) != wanted]
        wrong += ["dnsmasq"] if read.returncode else []
    raise SystemExit(f"otherwise than wanted: {wrong}" if wrong else 0)


if __name__ == "__main__":
    main()
