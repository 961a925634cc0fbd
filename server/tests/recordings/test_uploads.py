import base64
import random

import pytest
from django.conf import settings
from django.test import Client

from apps.recordings.models import Upload

pytestmark = pytest.mark.django_db
PATCH = {"content_type": "application/offset+octet-stream"}


def begin(client: Client, size: int, name: str = "talk.mp4"):
    told = f"filename {base64.b64encode(name.encode()).decode()}"
    return client.post("/api/uploads/", headers={"Upload-Length": str(size), "Upload-Metadata": told})


def piece(client: Client, address: str, offset: int, data: bytes):
    return client.patch(address, data, headers={"Upload-Offset": str(offset)}, **PATCH)


def test_a_file_arrives_in_pieces_and_is_whole_byte_for_byte(client) -> None:
    data = bytes(range(256)) * 400
    begun = begin(client, len(data), "Tides.mp4")
    address = begun["Location"]
    assert (begun.status_code, begun["Tus-Resumable"]) == (201, "1.0.0")
    assert piece(client, address, 0, data[:60_000])["Upload-Offset"] == "60000"
    told = client.head(address)
    assert (told["Upload-Offset"], told["Upload-Length"]) == ("60000", str(len(data)))
    assert piece(client, address, 60_000, data[60_000:]).status_code == 204
    upload = Upload.objects.get()
    assert (upload.name, upload.is_whole, upload.path.read_bytes()) == ("Tides.mp4", True, data)


def test_a_file_broken_off_ten_times_at_random_is_whole(client) -> None:
    rng = random.Random(10)
    data = rng.randbytes(400_000)
    address = begin(client, len(data))["Location"]
    for cut in sorted(rng.sample(range(1, len(data)), 10)) + [len(data)]:
        offset = int(client.head(address)["Upload-Offset"])
        # A line that breaks leaves part of a piece behind; the client asks how far the file has come.
        assert piece(client, address, offset, data[offset:cut])["Upload-Offset"] == str(cut)
        assert piece(client, address, offset, data[offset:]).status_code == 409
    assert Upload.objects.get().path.read_bytes() == data


def test_a_piece_for_another_place_is_refused_and_changes_nothing(client) -> None:
    address = begin(client, 10)["Location"]
    piece(client, address, 0, b"12345")
    assert piece(client, address, 3, b"xx").status_code == 409
    assert piece(client, address, 0, b"again").status_code == 409
    assert Upload.objects.get().path.read_bytes() == b"12345"


def test_more_bytes_than_were_announced_are_not_taken(client) -> None:
    address = begin(client, 4)["Location"]
    assert piece(client, address, 0, b"123456789")["Upload-Offset"] == "4"
    assert Upload.objects.get().path.read_bytes() == b"1234"


@pytest.mark.parametrize(("size", "status", "code"), [(0, 400, "file_empty"), (3_000_000_000, 413, "upload_too_large")])
def test_nothing_and_too_much_are_refused_before_a_byte_is_sent(client, size, status, code) -> None:
    answer = begin(client, size)
    assert (answer.status_code, answer.json()["code"]) == (status, code)
    assert not Upload.objects.exists()


def test_an_upload_is_its_owner_s_alone_and_can_be_cancelled(client, stranger) -> None:
    address = begin(client, 5)["Location"]
    assert stranger.head(address).status_code == 404
    assert piece(stranger, address, 0, b"12345").status_code == 404
    assert stranger.delete(address).status_code == 404
    assert client.delete(address).status_code == 204
    assert not [p for p in settings.MEDIA_FOLDER.rglob("*") if p.is_file()]


def test_without_signing_in_nothing_is_taken(db) -> None:
    assert begin(Client(), 5).json()["code"] == "not_signed_in"


def test_what_is_no_piece_is_refused(client) -> None:
    address = begin(client, 5)["Location"]
    assert client.patch(address, b"12345", content_type="text/plain", headers={"Upload-Offset": "0"}).status_code == 415
    assert client.patch(address, b"1", headers={"Upload-Offset": "-1"}, **PATCH).status_code == 415
    assert client.post("/api/uploads/").json()["code"] == "upload_length"
