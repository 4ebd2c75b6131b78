"""The certificate of this machine for its own address on the site's network, made here."""

import os
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

LASTS = timedelta(days=397)
"""Browsers take no certificate for longer."""
RENEWED = timedelta(days=7)
"""So long before its end another is made."""


class Certificate:
    """Files of key and certificate for one address, made where they are not there or run out."""

    def __init__(self, folder: Path, address: str) -> None:
        name = address.replace(":", "-").replace(".", "-")
        self.address = address
        self.certificate = folder / f"{name}.crt"
        self.key = folder / f"{name}.key"
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        if not self._lasts():
            self._make()

    @property
    def fingerprint(self) -> str:
        """SHA-256 of the certificate in pairs of hexadecimal digits: what the device shows."""
        found = x509.load_pem_x509_certificate(self.certificate.read_bytes())
        return found.fingerprint(hashes.SHA256()).hex(":").upper()

    def _lasts(self) -> bool:
        try:
            found = x509.load_pem_x509_certificate(self.certificate.read_bytes())
            self.key.read_bytes()
        except (OSError, ValueError):
            return False
        return found.not_valid_after_utc - datetime.now(UTC) > RENEWED

    def _make(self) -> None:
        key = ec.generate_private_key(ec.SECP256R1())
        name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Passerelle on this site")])
        now = datetime.now(UTC)
        made = (
            x509.CertificateBuilder()
            .subject_name(name)
            .issuer_name(name)
            .public_key(key.public_key())
            .serial_number(x509.random_serial_number())
            .not_valid_before(now - timedelta(hours=1))  # clocks on site differ
            .not_valid_after(now + LASTS)
            .add_extension(
                x509.SubjectAlternativeName([x509.IPAddress(ip_address(self.address))]), False
            )
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), False)
            .sign(key, hashes.SHA256())
        )
        text = key.private_bytes(
            serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8,
            serialization.NoEncryption(),
        )  # fmt: skip
        self.key.unlink(missing_ok=True)
        with os.fdopen(os.open(self.key, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as out:
            out.write(text)
        self.certificate.write_bytes(made.public_bytes(serialization.Encoding.PEM))
