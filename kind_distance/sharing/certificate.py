"""A TLS certificate made on the spot for one address, kept beside the paintings and made anew before it ends."""

from __future__ import annotations

import ipaddress
import os
import ssl
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from kind_distance.errors import DomainError

LASTS = timedelta(days=365)  # phones refuse certificates that last much longer than a year
RENEWED = timedelta(days=30)


@dataclass(frozen=True)
class Certificate:
    """A kept certificate: its file (key and certificate), and the fingerprint that a painter can compare."""

    file: Path
    fingerprint: str


def fingerprint_of(certificate: x509.Certificate) -> str:
    """SHA-256 of a certificate as phones show it: pairs of hexadecimal digits."""
    digest = certificate.fingerprint(hashes.SHA256())
    return ":".join(f"{byte:02X}" for byte in digest)


def _make(address: str, now: datetime) -> bytes:
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Kind Distance on this machine")])
    certificate = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(hours=1))
        .not_valid_after(now + LASTS)
        .add_extension(x509.SubjectAlternativeName([x509.IPAddress(ipaddress.ip_address(address))]), critical=False)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(key, hashes.SHA256())
    )
    secret = key.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )
    return secret + certificate.public_bytes(serialization.Encoding.PEM)


def _kept(file: Path, address: str, now: datetime) -> x509.Certificate | None:
    """Read the kept certificate, if it is for this address and lasts."""
    try:
        found = x509.load_pem_x509_certificate(file.read_bytes())
        ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER).load_cert_chain(file)
        names = found.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    except (OSError, ValueError, ssl.SSLError, x509.ExtensionNotFound):
        return None
    mine = [str(each) for each in names.get_values_for_type(x509.IPAddress)]
    return found if address in mine and found.not_valid_after_utc - now > RENEWED else None


def certificate_for(file: Path, address: str, now: datetime | None = None) -> Certificate:
    """Give the certificate for an IP address; one that is missing, damaged, of another address or ending is made anew.

    The key is readable by its owner alone.

    Raises
    ------
    DomainError
        If the file cannot be written.
    """
    now = now or datetime.now(UTC)
    found = _kept(file, address, now)
    if found is None:
        made = _make(address, now)
        try:
            file.unlink(missing_ok=True)
            with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as out:
                out.write(made)
        except OSError as cause:
            raise DomainError(
                "The certificate for sharing cannot be kept.", f"See that {file.parent} can be written to."
            ) from cause
        found = x509.load_pem_x509_certificate(made)
    return Certificate(file, fingerprint_of(found))
