#!/usr/bin/env python3
"""Checks an evidence pack with Python alone: python3 check.py, beside the files of the pack. No network, nothing to install."""
import hashlib
import json
import os
import struct
import sys

here = os.path.dirname(os.path.abspath(__file__))
wrong = []


def path(name):
    return os.path.join(here, *name.split("/"))


def hash_of(e):
    """SHA-256 over number, job, moment, then each text with its length before it; the person's number last, if there is one."""
    h = hashlib.sha256()
    for value in (e["id"], -1 if e["job"] is None else e["job"], e["ticks"]):
        h.update(struct.pack(">q", value))
    for key in ("previous", "who", "what", "subject", "before", "after", "why"):
        text = e[key].encode("utf-8")
        h.update(struct.pack(">q", len(text)) + text)
    h.update(e["whoId"].encode("utf-8"))
    return h.hexdigest()


files = json.load(open(path("manifest.json"), encoding="utf-8"))["files"]
for name, digest in files.items():
    try:
        if hashlib.sha256(open(path(name), "rb").read()).hexdigest() != digest:
            wrong.append(name + " is not the file that was packed")
    except OSError:
        wrong.append(name + " is missing")

chain = dict(line.split() for line in open(path("log/chain.txt"), encoding="utf-8") if line.strip())
entries = [json.loads(line) for line in open(path("log/log.jsonl"), encoding="utf-8") if line.strip()]
photos = {}
for e in entries:
    number = str(e["id"])
    if hash_of(e) != e["hash"]:
        wrong.append("log entry %s does not give its hash: it was altered" % number)
    if chain.get(number) != e["hash"]:
        wrong.append("log entry %s is not the one that the chain holds" % number)
    if str(e["id"] - 1) in chain and chain[str(e["id"] - 1)] != e["previous"]:
        wrong.append("log entry %s does not follow on the one before it" % number)
    if e["subject"].startswith("Photo:") and e["what"] == "added":
        after = json.loads(e["after"])
        photos[after["Id"]] = after["Sha256"]

for name in files:
    if name.startswith("photos/"):
        known = photos.get(os.path.splitext(os.path.basename(name))[0])
        if known is not None and known != files[name]:
            wrong.append(name + " is not the photo that the log tells of")

letters = "0123456789ABCDEFGHJKMNPQRSTVWXYZ"


def code_of(claims):
    code = "".join(letters[b & 31] for b in hashlib.sha256(claims).digest()[:12])
    return "%s-%s-%s" % (code[:4], code[4:8], code[8:])


signed = {}
for e in entries:
    if e["subject"].startswith("HandedSheet:"):
        signed.setdefault(e["subject"], {}).update(json.loads(e["after"]))
for name in sorted(files):
    if name.startswith("sheet/handed/") and name.endswith(".json"):
        handed = json.load(open(path(name), encoding="utf-8"))
        if code_of(open(path(name[:-5] + ".facts.txt"), "rb").read()) != handed["code"]:
            wrong.append("sheet %d does not claim what its code says" % handed["number"])
        if handed["head"] not in chain.values():
            wrong.append("the head on sheet %d is not in the chain" % handed["number"])
        logged = [s for s in signed.values() if s.get("Number") == handed["number"]]
        told = [("Code", "code"), ("GivenBy", "givenBy"), ("GivenSign", "givenSign"), ("TakenBy", "takenBy"), ("TakenSign", "takenSign")]
        if not logged or any(logged[0].get(a, "") != handed[b] for a, b in told):
            wrong.append("sheet %d is not the one that the log tells of" % handed["number"])

facts = open(path("sheet/facts.txt"), "rb").read()
head = facts.decode("utf-8").split("\n")[0].split(";")[2]
if head and head not in chain.values():
    wrong.append("the head at the handover is not in the chain")

print("%d files, %d log entries of this job. Code of the sheet: %s" % (len(files), len(entries), code_of(facts)))
for sentence in wrong:
    print("WRONG: " + sentence)
print("Everything holds together." if not wrong else "%d things are wrong." % len(wrong))
sys.exit(1 if wrong else 0)
