"""The firm's own certificates: a client trusts them by the authority alone, and they are made anew in time."""

import datetime as dt
import ssl
import subprocess
import sys
import threading

import pytest
from cheroot.ssl.builtin import BuiltinSSLAdapter
from cheroot.wsgi import Server
from cryptography import x509

from rindle_server.tls import AUTHORITY, CERTIFICATE, KEY, certificates

NOW = dt.datetime(2026, 11, 27, tzinfo=dt.UTC)


def read(folder, name):
    return x509.load_pem_x509_certificate((folder / name).read_bytes())


def test_a_certificate_is_kept_while_it_holds_and_names_the_address(tmp_path):
    folder = certificates(tmp_path / "tls", ["192.0.2.7"], NOW)
    first, authority = read(folder, CERTIFICATE), read(folder, AUTHORITY)
    assert (folder / KEY).stat().st_mode & 0o077 == 0
    certificates(folder, ["192.0.2.7"], NOW + dt.timedelta(days=300))
    assert read(folder, CERTIFICATE) == first
    for later, address in ((380, "192.0.2.7"), (0, "192.0.2.8")):  # it ends soon; the laptop moved
        certificates(folder, [address], NOW + dt.timedelta(days=later))
        assert read(folder, CERTIFICATE).serial_number != first.serial_number
        first = read(folder, CERTIFICATE)
    assert read(folder, AUTHORITY) == authority  # what the devices trust stays
    names = first.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    assert "192.0.2.8" in map(str, names.get_values_for_type(x509.IPAddress))
    assert first.not_valid_after_utc - first.not_valid_before_utc < dt.timedelta(days=398)
    constraints = [one.extensions.get_extension_for_class(x509.BasicConstraints).value.ca for one in (authority, first)]
    assert constraints == [True, False]


@pytest.mark.turns(days=6)
def test_openssl_trusts_the_server_by_its_authority_and_by_nothing_else(tmp_path):
    folder = certificates(tmp_path / "tls", ["127.0.0.1"])
    server = Server(
        ("127.0.0.1", 0), lambda environ, start: (start("200 OK", []), [environ["wsgi.url_scheme"].encode()])[1]
    )
    server.ssl_adapter = BuiltinSSLAdapter(str(folder / CERTIFICATE), str(folder / KEY))
    server.prepare()
    running = threading.Thread(target=server.serve, daemon=True)
    running.start()
    ask = (
        "import ssl, sys, urllib.request as u; c = ssl.create_default_context(cafile=sys.argv[2] or None);"
        "print(u.urlopen(sys.argv[1], context=c, timeout=20).read().decode())"
    )
    url = f"https://127.0.0.1:{server.bind_addr[1]}/"
    try:
        for trusted, code in ((str(folder / AUTHORITY), 0), ("", 1)):
            done = subprocess.run([sys.executable, "-c", ask, url, trusted], capture_output=True, text=True, timeout=60)
            assert done.returncode == code, done.stderr
            assert ("https" in done.stdout) == (code == 0)
            assert ("CERTIFICATE_VERIFY_FAILED" in done.stderr) == (code == 1)
    finally:
        server.stop()
    assert ssl.HAS_TLSv1_3


@pytest.mark.django_db
def test_the_authority_is_given_out_only_by_a_server_with_tls(client, settings, tmp_path):
    settings.HOME = tmp_path
    assert client.get("/api/authority.crt").status_code == 404
    certificates(tmp_path / "tls", ["192.0.2.7"])
    assert client.get("/api/authority.crt").status_code == 404
    settings.TLS = True
    told = client.get("/api/authority.crt")
    assert told.content.startswith(b"-----BEGIN CERTIFICATE-----")
    assert b"PRIVATE" not in told.content
