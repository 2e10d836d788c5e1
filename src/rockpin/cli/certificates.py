"""A small authority of one's own and a certificate from it, made on first use beside the data file."""

import os
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address
from pathlib import Path
from typing import NamedTuple

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.hazmat.primitives.asymmetric.ec import EllipticCurvePrivateKey
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

_AUTHORITY_DAYS = 3650
_LEAF_DAYS = 365
_AHEAD_DAYS = 30


class Sealed(NamedTuple):
    """The files to serve with, the authority to trust [DER], and the fingerprint of its certificate."""

    certificate: Path
    key: Path
    authority: bytes
    fingerprint: str


def _name(text: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, text)])


def _write(path: Path, data: bytes) -> None:
    """For nobody's eyes but the user's own."""
    handle = os.open(path, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600)
    with os.fdopen(handle, "wb") as file:
        file.write(data)


def _pem(key: EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )


def _authority(folder: Path, now: datetime) -> tuple[x509.Certificate, EllipticCurvePrivateKey]:
    cert_file, key_file = folder / "authority.pem", folder / "authority.key"
    if cert_file.is_file() and key_file.is_file():
        cert = x509.load_pem_x509_certificate(cert_file.read_bytes())
        key = serialization.load_pem_private_key(key_file.read_bytes(), None)
        if cert.not_valid_after_utc > now + timedelta(days=_LEAF_DAYS) and isinstance(key, EllipticCurvePrivateKey):
            return cert, key
    key = ec.generate_private_key(ec.SECP256R1())
    cert = (
        x509.CertificateBuilder()
        .subject_name(_name("Rock Pin on this desk"))
        .issuer_name(_name("Rock Pin on this desk"))
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=_AUTHORITY_DAYS))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), critical=False)
        .add_extension(
            x509.KeyUsage(False, False, False, False, False, True, True, False, False),
            critical=True,
        )
        .sign(key, hashes.SHA256())
    )
    _write(key_file, _pem(key))
    _write(cert_file, cert.public_bytes(serialization.Encoding.PEM))
    return cert, key


def sealed(folder: Path, hosts: list[str], now: datetime | None = None) -> Sealed:
    """The certificate for these names and addresses, from the authority in that folder; made where there is none."""
    now = now or datetime.now(UTC)
    folder.mkdir(mode=0o700, exist_ok=True)
    authority, its_key = _authority(folder, now)
    key = ec.generate_private_key(ec.SECP256R1())
    names: list[x509.GeneralName] = []
    for host in hosts:
        try:
            names.append(x509.IPAddress(ip_address(host)))
        except ValueError:
            names.append(x509.DNSName(host))
    cert = (
        x509.CertificateBuilder()
        .subject_name(_name("Rock Pin"))
        .issuer_name(authority.subject)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=_LEAF_DAYS + _AHEAD_DAYS))
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.SubjectAlternativeName(names), critical=False)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(its_key, hashes.SHA256())
    )
    cert_file, key_file = folder / "server.pem", folder / "server.key"
    _write(key_file, _pem(key))
    _write(
        cert_file,
        cert.public_bytes(serialization.Encoding.PEM) + authority.public_bytes(serialization.Encoding.PEM),
    )
    print_ = authority.fingerprint(hashes.SHA256()).hex().upper()
    return Sealed(
        cert_file,
        key_file,
        authority.public_bytes(serialization.Encoding.DER),
        ":".join(print_[i : i + 2] for i in range(0, len(print_), 2)),
    )
