"""The firm's own certificates, so that a tablet of the crew may use camera, position and a screen that stays awake.

A browser gives those to a page only over TLS. Nobody outside vouches for a laptop's address on a crew's network, so
the data folder holds an authority of its own: each device is told once to trust it.
"""

from __future__ import annotations

import datetime as dt
import ipaddress
import socket
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from rindle_server.files import write_whole

AUTHORITY, CERTIFICATE, KEY = "rindle-authority.crt", "server.crt", "server.key"
_AUTHORITY_KEY = "authority.key"
_AUTHORITY_DAYS = 3650
_SERVER_DAYS = 397  # what browsers accept at the most
_LEFT_DAYS = 30  # made anew this long before it ends


def _name(text: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, text)])


def _kept(folder: Path, name: str, content: bytes) -> None:
    write_whole(folder / name, content)


def _pem(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _begun(
    subject: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: dt.datetime, days: int
) -> x509.CertificateBuilder:
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - dt.timedelta(hours=1))
        .not_valid_after(now + dt.timedelta(days=days))
    )


def _authority(folder: Path, now: dt.datetime) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    """The data folder's own, made once."""
    if (folder / AUTHORITY).exists() and (folder / _AUTHORITY_KEY).exists():
        held = x509.load_pem_x509_certificate((folder / AUTHORITY).read_bytes())
        key = serialization.load_pem_private_key((folder / _AUTHORITY_KEY).read_bytes(), None)
        if held.not_valid_after_utc > now and isinstance(key, ec.EllipticCurvePrivateKey):
            return held, key
    key = ec.generate_private_key(ec.SECP256R1())
    name = _name(f"Rindle on {socket.gethostname()}")
    made = (
        _begun(name, name, key.public_key(), now, _AUTHORITY_DAYS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(
            x509.KeyUsage(False, False, False, False, False, True, True, False, False), critical=True
        )  # it signs certificates and nothing else
        .sign(key, hashes.SHA256())
    )
    _kept(folder, AUTHORITY, made.public_bytes(serialization.Encoding.PEM))
    _kept(folder, _AUTHORITY_KEY, _pem(key))
    return made, key


def _names(addresses: list[str]) -> x509.SubjectAlternativeName:
    names: list[x509.GeneralName] = []
    for one in dict.fromkeys([*addresses, "localhost", "127.0.0.1", socket.gethostname()]):
        try:
            names.append(x509.IPAddress(ipaddress.ip_address(one)))
        except ValueError:
            names.append(x509.DNSName(one))
    return x509.SubjectAlternativeName(names)


def _holds(folder: Path, names: x509.SubjectAlternativeName, by: x509.Certificate, now: dt.datetime) -> bool:
    """Whether the server's certificate is there, is this authority's, has time left and names every address."""
    if not (folder / CERTIFICATE).exists() or not (folder / KEY).exists():
        return False
    held = x509.load_pem_x509_certificate((folder / CERTIFICATE).read_bytes())
    told = held.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return (
        held.issuer == by.subject
        and held.not_valid_after_utc > now + dt.timedelta(days=_LEFT_DAYS)
        and set(names) <= set(told)
    )


def certificates(folder: Path, addresses: list[str], now: dt.datetime | None = None) -> Path:
    """Makes what is missing in the folder: the authority, and a certificate for these addresses. Gives the folder."""
    at = now or dt.datetime.now(dt.UTC)
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    authority, signing = _authority(folder, at)
    names = _names(addresses)
    if not _holds(folder, names, authority, at):
        key = ec.generate_private_key(ec.SECP256R1())
        made = (
            _begun(_name("Rindle"), authority.subject, key.public_key(), at, _SERVER_DAYS)
            .add_extension(names, critical=False)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
            .sign(signing, hashes.SHA256())
        )
        _kept(folder, CERTIFICATE, made.public_bytes(serialization.Encoding.PEM))
        _kept(folder, KEY, _pem(key))
    return folder


__all__ = ["AUTHORITY", "CERTIFICATE", "KEY", "certificates"]
