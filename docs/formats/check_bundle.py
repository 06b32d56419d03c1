#!/usr/bin/env python3
"""Checks Pelerin bundles by nothing but what docs/formats says of them, and by Python's own library.

    python3 check_bundle.py [--trust CERTIFICATE.pem | --trust SHA-256]... BUNDLE.zip...

Ends with 0 where all fits together and comes from an installation that is trusted, 2 where something could not be checked (each thing is
named), 1 where something is altered, 3 where something cannot be read. It shares no line with the program that wrote the bundles: it is there
so that nobody has to believe that program.
"""
import base64
import csv
import datetime
import hashlib
import io
import json
import math
import re
import struct
import sys
import zipfile
import zlib
from decimal import ROUND_HALF_UP, Context, Decimal

NAN = float("nan")
SECOND_PAGES, CHANGE_PAGES = 1 << 28, 2 << 28
# unit: quantity, factor and shift from the first unit of the quantity (record.md)
UNITS = {
    "°C": ("temperature", 1, 0), "°F": ("temperature", 1.8, 32), "K": ("temperature", 1, 273.15),
    "kPa": ("pressure", 1, 0), "bar": ("pressure", 0.01, 0), "mbar": ("pressure", 10, 0), "hPa": ("pressure", 10, 0),
    "Pa": ("pressure", 1000, 0), "psi": ("pressure", 1 / 6.894757293168, 0),
    "V": ("voltage", 1, 0), "mV": ("voltage", 1000, 0), "mA": ("current", 1, 0), "A": ("current", 0.001, 0),
    "Ω": ("resistance", 1, 0), "kΩ": ("resistance", 0.001, 0), "Hz": ("frequency", 1, 0), "rpm": ("frequency", 60, 0),
    "m": ("length", 1, 0), "cm": ("length", 100, 0), "mm": ("length", 1000, 0), "ft": ("length", 1 / 0.3048, 0),
    "m³/h": ("flow", 1, 0), "l/s": ("flow", 1 / 3.6, 0), "l/min": ("flow", 1000 / 60.0, 0),
    "l": ("volume", 1, 0), "m³": ("volume", 0.001, 0), "m/s": ("speed", 1, 0), "km/h": ("speed", 3.6, 0),
}
INPUTS = ["BUILT_IN", "VOLTAGE", "CURRENT", "RESISTANCE", "THERMOCOUPLE", "FREQUENCY", "PULSES", "CONTACT", "REFERENCE", "BATTERY"]


class Altered(Exception):
    """Something is not what it says it is."""


class Unreadable(Exception):
    """Something is no bundle, or not of a version that is described."""


class Unchecked(Exception):
    """Something that this script does not do."""


# ---------------------------------------------------------------- Ed25519, RFC 8032 section 5.1, verification only

P = 2**255 - 19
Q = 2**252 + 27742317777372353535851937790883648493
D = -121665 * pow(121666, P - 2, P) % P
SQRT = pow(2, (P - 1) // 4, P)


def recovered_x(y, sign):
    if y >= P:
        return None
    square = (y * y - 1) * pow(D * y * y + 1, P - 2, P)
    x = pow(square, (P + 3) // 8, P)
    if (x * x - square) % P != 0:
        x = x * SQRT % P
    if (x * x - square) % P != 0 or x == 0 and sign:
        return None
    return P - x if x & 1 != sign else x


def point(data):
    y = int.from_bytes(data, "little")
    x = recovered_x(y & ((1 << 255) - 1), y >> 255)
    return None if x is None else (x, y & ((1 << 255) - 1), 1, x * (y & ((1 << 255) - 1)) % P)


def added(p, q):
    a, b = (p[1] - p[0]) * (q[1] - q[0]) % P, (p[1] + p[0]) * (q[1] + q[0]) % P
    c, d = 2 * p[3] * q[3] * D % P, 2 * p[2] * q[2] % P
    e, f, g, h = b - a, d - c, d + c, b + a
    return e * f % P, g * h % P, f * g % P, e * h % P


def times(n, p):
    out = (0, 1, 1, 0)
    while n:
        if n & 1:
            out = added(out, p)
        p, n = added(p, p), n >> 1
    return out


BASE = point((4 * pow(5, P - 2, P) % P).to_bytes(32, "little"))


def signed(key, message, signature):
    a, r = point(key), point(signature[:32])
    s = int.from_bytes(signature[32:], "little")
    if len(signature) != 64 or a is None or r is None or s >= Q:
        return False
    h = int.from_bytes(hashlib.sha512(signature[:32] + key + message).digest(), "little") % Q
    left, right = times(s, BASE), added(r, times(h, a))
    return (left[0] * right[2] - right[0] * left[2]) % P == 0 and (left[1] * right[2] - right[1] * left[2]) % P == 0


def certificates(pem):
    found = re.findall(r"-----BEGIN CERTIFICATE-----(.*?)-----END CERTIFICATE-----", pem, re.S)
    return [base64.b64decode("".join(c.split())) for c in found]


def public_key(der):
    # SubjectPublicKeyInfo of RFC 8410: the algorithm 1.3.101.112, then a bit string of 32 bytes
    at = der.find(bytes.fromhex("300506032b6570032100"))
    if at < 0:
        raise Unreadable("certificate.pem holds no Ed25519 key")
    return der[at + 10:at + 42]


# ---------------------------------------------------------------- what a logger stores: docs/device-protocol.md

class Bytes:
    """Reads big-endian fields one after the other."""

    def __init__(self, data):
        self.data, self.at = data, 0

    def raw(self, n):
        if self.at + n > len(self.data):
            raise Altered("the capture's header is cut off")
        self.at += n
        return self.data[self.at - n:self.at]

    def one(self, form):
        return struct.unpack(">" + form, self.raw(struct.calcsize(">" + form)))[0]

    def text(self, form="B"):
        return self.raw(self.one(form)).decode("utf-8")

    def points(self):
        return [(self.one("d"), self.one("d")) for _ in range(self.one("H"))]


def read_scaling(b):
    kind = b.one("B")
    if kind == 3:
        return kind, [b.one("d") for _ in range(b.one("B"))]
    if kind == 4:
        return kind, (b.one("B"), b.points())
    if kind == 5:
        return kind, b.text("H")
    if kind == 6:
        return kind, b.one("B")
    return kind, [b.one("d") for _ in range({0: 0, 1: 4, 2: 2, 7: 1, 8: 2, 9: 3}[kind])]


def read_sensor(b):
    s = {"name": b.text(), "input": INPUTS[b.one("B")], "scaling": read_scaling(b), "unit": b.text(),
         "low": b.one("d"), "high": b.one("d"), "decimals": b.one("B"), "wires": b.one("B"), "leads": b.one("d"), "shunt": b.one("d")}
    if b.one("B"):
        b.text(), b.one("d"), b.one("d"), b.one("q"), b.one("B")
    return s


def read_channel(b):
    flags = b.one("B")
    c = {"on": flags & 1 > 0, "label": b.text(), "unit": b.text(), "cutOff": b.one("d"), "fault": b.one("B")}
    c["sensor"] = read_sensor(b) if flags & 2 else None
    c["correction"] = (0, (b.one("d"), b.one("d"))) if b.one("B") == 0 else (1, b.points())
    if flags & 4:
        b.one("B")
    if flags & 8:
        b.one("d"), b.one("d")
    for _ in range(b.one("B")):
        level = b.one("B")
        for side in (1, 4):
            if level & side:
                b.one("d"), b.one("B"), b.one("q")
    return c


def read_plan(b):
    if b.one("B") != 2:
        raise Unchecked("plans of version 1 are not read by this script: the values were not decoded")
    plan = {"model": b.text(), "name": b.text(), "interval": b.one("q"), "scan": b.one("q")}
    if b.one("B") == 5:
        b.one("B"), b.one("B"), b.one("d"), b.one("d")
    else:
        b.one("q")
    b.one("B"), b.one("q")
    plan["options"] = {b.text(): b.text() for _ in range(b.one("B"))}
    plan["channels"] = [read_channel(b) for _ in range(b.one("B"))]
    return plan


def read_header(data):
    if zlib.crc32(data[:-4]) != int.from_bytes(data[-4:], "big"):
        raise Altered("the capture's header does not have its checksum")
    b = Bytes(data[:-4])
    version = b.one("B")
    header = {"serial": b.text(), "mission": b.one("H"), "plan": read_plan(Bytes(b.raw(b.one("H")))),
              "writtenAt": b.one("q"), "firstAt": b.one("q"), "events": []}
    for _ in range(b.one("H")):
        kind = b.one("B")
        if version > 1:
            b.raw(2)
        header["events"].append((kind, b.one("q")))
    return header


def corrected(header, clock):
    """The way from the logger's own time, as it counted on from its first record, to the corrected one."""
    def spread(t, t0, t1, delta):
        if t1 <= t0:
            return t
        return t - delta if delta >= t1 - t0 else t - rounded_up(float(delta) * (float(t - t0) / (t1 - t0)))

    settings, before = [], None
    for kind, at in header["events"]:
        if kind == 10:
            before = at
        elif kind == 11 and before is not None:
            settings.append((before, at))
            before = None

    def at(own):
        if not clock["corrected"]:
            return own
        t0, earliest = header["writtenAt"], -2**63
        for was, became in settings:
            if own < was:
                return max(earliest, spread(own, t0, was, was - became))
            earliest = max(earliest, spread(was, t0, was, was - became))
            own, t0 = own - (was - became), became
        return max(earliest, spread(own, t0, clock["readAt"], clock["offsetMs"]))
    return at


def rounded_up(x):
    """To the nearest whole number, halves up."""
    whole = math.floor(x)
    return whole + 1 if x - whole >= 0.5 else whole


# ---------------------------------------------------------------- from counts to values: docs/formats/record.md

def twelve_digits(v):
    if v == 0 or not math.isfinite(v):
        return v
    behind = 11 - math.floor(math.log10(abs(v)))
    if 0 <= behind < 23:
        return float(round(v * float("1e%d" % behind))) / float("1e%d" % behind)
    if -23 < behind < 0:
        return float(round(v / float("1e%d" % -behind))) * float("1e%d" % -behind)
    return float(Context(prec=12, rounding=ROUND_HALF_UP).create_decimal(Decimal(v)))


def between(points, x, clamp):
    if x < points[0][0]:
        return points[0][1] if clamp else NAN
    if x > points[-1][0]:
        return points[-1][1] if clamp else NAN
    for (x0, y0), (x1, y1) in zip(points, points[1:]):
        if x == x0:
            return y0
        if x < x1:
            return y0 + (x - x0) / (x1 - x0) * (y1 - y0)
    return points[-1][1]


def platinum(r0, ohms):
    a, b, c = 3.9083e-3, -5.775e-7, -4.183e-12

    def ratio_of(t):
        return 1 + a * t + b * t * t + (c * (t - 100) * t * t * t if t < 0 else 0)
    ratio = ohms / r0
    if not ratio_of(-200) - 5e-5 <= ratio <= ratio_of(850) + 5e-5:
        return NAN
    low, high = -201.0, 851.0
    for _ in range(200):
        middle = (low + high) / 2
        low, high = (middle, high) if ratio_of(middle) < ratio else (low, middle)
    return max(-200.0, min(850.0, (low + high) / 2))


def scaler(scaling):
    kind, a = scaling
    if kind == 0:
        return lambda x: x
    if kind == 1:
        return lambda x: a[1] + (x - a[0]) * ((a[3] - a[1]) / (a[2] - a[0]))
    if kind == 2:
        return lambda x: a[0] * x + a[1]
    if kind == 3:
        def horner(x):
            out = 0.0
            for c in reversed(a):
                out = out * x + c
            return out
        return horner
    if kind == 4:
        return lambda x: between(a[1], x, a[0] == 1)
    if kind == 7:
        return lambda x: platinum(a[0], x)
    if kind == 8:
        return lambda x: 1 / (1 / 298.15 + math.log(x / a[0]) / a[1]) - 273.15 if x > 0 else NAN
    if kind == 9:
        return lambda x: 1 / (a[0] + a[1] * math.log(x) + a[2] * math.log(x) ** 3) - 273.15 if x > 0 else NAN
    return None


def models_channels(catalogue, model):
    entry = next((m for m in catalogue["models"] if m["id"] == model), None)
    if entry is None:
        raise Altered("catalogue.json does not hold the logger's model")
    out = []
    for c in entry["channels"]:
        out += [c] * max(1, c.get("repeat", 1))
    return out


class Measured:
    """One channel as the plan has it measured."""

    def __init__(self, settings, model):
        sensor = settings["sensor"]
        entry = model["inputs"][0] if sensor is None else next(i for i in model["inputs"] if i["kind"] == sensor["input"])
        self.kind, self.low, self.high = entry["kind"], entry["low"], entry["high"]
        self.step = tuple(int(n) for n in entry["step"].split("/"))
        self.sensor = sensor or {"scaling": (0, []), "unit": entry["unit"], "low": entry["low"], "high": entry["high"],
                                 "wires": 0, "leads": 0}
        self.settings, self.label = settings, settings["label"]
        self.scale = scaler(self.sensor["scaling"])
        self.leads = self.sensor["leads"] if self.sensor["wires"] == 2 else 0.0
        unit = settings["unit"] or self.sensor["unit"]
        self.unit = unit
        self.factor, self.shift = 1.0, 0.0
        if unit != self.sensor["unit"]:
            a, b = UNITS[self.sensor["unit"]], UNITS[unit]
            self.factor = b[1] / a[1]
            self.shift = b[2] - a[2] * self.factor
        self.slack = 1e-9 * max(abs(self.sensor["low"]), abs(self.sensor["high"]))

    def raw(self, count):
        return count * self.step[0] / self.step[1]

    def shown(self, v):
        return v if self.factor == 1 and self.shift == 0 else twelve_digits(v * self.factor + self.shift)

    def inside(self, v):
        return self.sensor["low"] - self.slack <= v <= self.sensor["high"] + self.slack

    def value(self, raw):
        v = self.engineering(raw)
        if math.isnan(v):
            return [NAN, self.shown(self.sensor["high"]), self.shown(self.sensor["low"])][self.settings["fault"]]
        return self.shown(v)

    def engineering(self, raw):
        if math.isnan(raw) or not self.low <= raw <= self.high:
            return NAN
        v = self.scale(raw - self.leads)
        if not self.inside(v):
            half = self.step[0] / self.step[1] / 2
            ends = [self.scale(raw - half - self.leads), self.scale(raw + half - self.leads)]
            near = next((e for e in ends if self.inside(e)), NAN)
            if math.isnan(near):
                return NAN
            low, high = self.sensor["low"], self.sensor["high"]
            v = low if (abs(near - low) < abs(near - high) if math.isnan(v) else v < low) else high
        kind, c = self.settings["correction"]
        if kind == 0:
            v, plain = c[0] * v + c[1], c == (1.0, 0.0)
        else:
            plain = False
            first, last = c[0], c[-1]
            v = v + (first[1] - first[0]) if v < first[0] else v + (last[1] - last[0]) if v > last[0] else between(c, v, True)
        if self.sensor["scaling"][0] != 0 or not plain or self.leads != 0:
            v = twelve_digits(v)
        return 0.0 if abs(v) < self.settings["cutOff"] else v


class Table:
    """Columns of values that share their instants; a column that this script cannot decode is None."""

    def __init__(self, own, interval, at, columns, names):
        self.instants = [at(t) for t in own]
        self.end = at(own[-1] + interval) if interval and own else None
        self.columns, self.names = columns, names


def decoded(capture, catalogue, clock):
    """The tables of a capture, in the order of series-1.csv and so on; and what was not decoded."""
    header, pages, first = capture
    plan = header["plan"]
    model = models_channels(catalogue, plan["model"])
    on = [i for i, c in enumerate(plan["channels"]) if c["on"]]
    channels = [Measured(plan["channels"][i], model[i]) for i in on]
    by_change = [i for i, c in zip(on, channels) if plan["options"].get("contacts") == "changes" and c.kind == "CONTACT"]
    at = corrected(header, clock)
    left = [c.label for c in channels if c.scale is None]
    if header["firstAt"] == -2**63:
        return [], left
    out = []

    def table(parts, kinds, interval, from_record, suffix):
        rows = {}
        for page in parts:
            b = Bytes(page[8:])
            record, count, values, width = b.one("I"), b.one("H"), b.one("B"), b.one("B")
            if values != kinds * len(channels):
                raise Altered("a page holds other records than the plan has")
            form, size = ("h", 2) if width == 0 else ("i", 4)
            for r in range(count):
                rows[record + r] = struct.unpack(">%d%s" % (values, form), b.raw(values * size)), -(1 << (8 * size - 1))
        if not rows:
            return
        start = from_record if from_record is not None else min(rows)
        numbers = range(start, max(rows) + 1)
        columns, names = [], []
        for c, channel in enumerate(channels):
            if on[c] in by_change:
                continue
            for kind in range(kinds):
                names.append(channel.label + ["", " least", " greatest"][kind] + suffix)
                columns.append(None if channel.scale is None else [
                    channel.value(NAN if n not in rows or rows[n][0][c * kinds + kind] == rows[n][1]
                                  else channel.raw(rows[n][0][c * kinds + kind])) for n in numbers])
        if columns:
            out.append(Table([header["firstAt"] + n * interval for n in numbers], interval, at, columns, names))

    def of(low, high):
        return [p for p in pages if low <= int.from_bytes(p[4:8], "big") < high]

    table(of(0, SECOND_PAGES), 3 if plan["scan"] else 1, plan["interval"], first, "")
    second = plan["options"].get("second", "off")
    if second != "off":
        table(of(SECOND_PAGES, CHANGE_PAGES), 3, milliseconds(second), None, ", second table")
    changes = {i: ([], []) for i in by_change}
    for page in of(CHANGE_PAGES, 3 << 28):
        b = Bytes(page[8:])
        b.one("I")
        count = b.one("H")
        b.one("H")
        for _ in range(count):
            when, channel, state = b.one("q"), b.one("B"), b.one("B")
            changes[channel][0].append(when)
            changes[channel][1].append(NAN if state == 2 else float(state))
    for i in by_change:
        channel = channels[on.index(i)]
        if changes[i][0]:
            out.append(Table(changes[i][0], 0, at, [[channel.value(v) for v in changes[i][1]]], [channel.label]))
    return out, left


def milliseconds(duration):
    m = re.fullmatch(r"P(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)(?:\.(\d{1,9}))?S)?)?", duration)
    if not m:
        raise Altered("“%s” is no duration" % duration)
    d, h, mi, s, f = (int(g or 0) for g in m.groups()[:4] + ((m.group(5) or "").ljust(3, "0")[:3],))
    return ((d * 24 + h) * 60 + mi) * 60_000 + s * 1000 + f


def instant(text):
    m = re.fullmatch(r"(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d):(\d\d)(?:\.(\d{1,3}))?Z", text)
    *whole, part = m.groups()
    when = datetime.datetime(*(int(g) for g in whole), tzinfo=datetime.timezone.utc)
    return int(when.timestamp()) * 1000 + int((part or "").ljust(3, "0"))


# ---------------------------------------------------------------- judging values: a second way to docs/formats/record.md

def stretches(table, values, mission):
    """(from, to, value) of what counts; value None for what is missing, 'cut' for what is no part of the run."""
    begin = -math.inf if mission["judgedFrom"] is None else mission["judgedFrom"]
    end = math.inf if mission["judgedTo"] is None else mission["judgedTo"]
    out = []
    for i, t in enumerate(table.instants):
        until = min(table.instants[i + 1] if i + 1 < len(table.instants) else table.end, end)
        if not begin <= t < end or until <= t and i + 1 < len(table.instants):
            continue
        v, whole = None if math.isnan(values[i]) else values[i], []
        for x in mission["excluded"]:
            if x["from"] <= t < x["to"]:
                v = "cut" if x["kind"] == "NOT_PART" else None
            elif t < x["from"] < until:
                whole.append((x["from"], min(until, x["to"]), "cut" if x["kind"] == "NOT_PART" else None))
        out.append((t, min([until] + [w[0] for w in whole]), v))
        out += whole
    return out


def close(a, b):
    return a == b or a is not None and b is not None and abs(a - b) <= 1e-9 * max(1.0, abs(a), abs(b))


def check_statistics(name, unit, parts, told):
    valid = [p for p in parts if isinstance(p[2], float)]
    if not valid:
        if told["count"] != 0:
            raise Altered("the judgement counts values of “%s” where there are none" % name)
        return
    values = [p[2] for p in valid]
    weight = sum(p[1] - p[0] for p in valid)
    if unit.startswith("dB"):
        mean = 10 * math.log10(math.fsum((p[1] - p[0]) * 10 ** (p[2] / 10) for p in valid) / weight) if weight else None
    else:
        mean = math.fsum((p[1] - p[0]) * p[2] for p in valid) / weight if weight else None
    expected = {"count": len(values), "min": min(values), "max": max(values), "mean": mean,
                "first": valid[0][0], "last": valid[-1][0],
                "minAt": valid[values.index(min(values))][0], "maxAt": valid[values.index(max(values))][0]}
    for key, value in expected.items():
        there = told[key]
        same = close(value, there) if key in ("count", "min", "max", "mean") else value == instant(there)
        if not same and value is not None:
            raise Altered("the judgement's %s of “%s” is %s, not %s" % (key, name, there, value))


def runs(parts, beyond, held, bridge):
    """Maximal sequences of values that are out: [(from, to, samples, unobserved, farthest value, its instant)]."""
    out, run, missing = [], None, 0
    for begin, end, v in parts:
        if v == "cut":
            if run:
                out.append(run)
            run, missing = None, 0
        elif v is None:
            missing += end - begin
        else:
            if run and missing and not (held(v) and missing <= bridge):
                out.append(run)
                run = None
            if run and held(v):
                run["unobserved"] += missing
                run["to"], run["samples"] = end, run["samples"] + 1
            elif run:
                out.append(run)
                run = None
            if run is None and beyond(v) > 0:
                run = {"from": begin, "to": end, "samples": 1, "unobserved": 0, "peak": v, "peakAt": begin}
            if run and beyond(v) > beyond(run["peak"]):
                run["peak"], run["peakAt"] = v, begin
            missing = 0
    return out + ([run] if run else [])


def check_rule(rule, parts, told):
    bound = rule["bound"]
    above, below = bound.get("above"), bound.get("below")
    clearance = rule.get("clearance", 0)
    bridge = milliseconds(rule.get("bridge", "PT24H"))
    found = []
    for side, limit, sign in (("above", above, 1), ("below", below, -1)):
        if limit is None:
            continue
        back = limit - sign * clearance
        for r in runs(parts, lambda v: sign * (v - limit), lambda v: sign * (v - back) > 0 or sign * (v - limit) > 0, bridge):
            long = r["to"] - r["from"] > milliseconds(rule["delay"]) if rule.get("delay") else r["samples"] >= rule.get("samples", 1)
            if long:
                found.append((side, r))
    there = [e for e in told if e["rule"] == rule["id"] and e["channel"] == rule["channel"]]
    if len(there) != len(found):
        raise Altered("rule “%s” of “%s” has %d excursions, the judgement %d" % (rule["id"], rule["channel"], len(found), len(there)))
    for e, (side, r) in zip(sorted(there, key=lambda e: (e["direction"], e["start"])), sorted(found, key=lambda f: (f[0], f[1]["from"]))):
        if (e["direction"], instant(e["start"]), instant(e["end"]), instant(e["peakAt"]), milliseconds(e["unobserved"])) != (
                side, r["from"], r["to"], r["peakAt"], r["unobserved"]) or not close(e["peak"], r["peak"]):
            raise Altered("an excursion of rule “%s” of “%s” is not what its values say" % (rule["id"], rule["channel"]))
    return len(found)


# ---------------------------------------------------------------- a bundle: docs/formats/bundle.md

class Check:
    def __init__(self, path, trusted):
        self.trusted, self.checked, self.left = trusted, [], []
        try:
            self.zip = zipfile.ZipFile(path)
            self.manifest = json.loads(self.zip.read("manifest.json"))
        except (OSError, KeyError, ValueError, zipfile.BadZipFile) as e:
            raise Unreadable("this is no bundle: %s" % e)
        if self.manifest.get("format") != "pelerin-bundle" or self.manifest.get("version") != 2:
            raise Unreadable("only bundles of version 2 are checked here")

    def json(self, name):
        return json.loads(self.zip.read(name))

    def all(self):
        self.entries()
        self.signature()
        if "capture.zip" in self.zip.namelist():
            self.capture()
        else:
            self.left.append("its record was made of a file: values and judgement are checked by their hashes only")
        self.audit()
        self.signatures()

    def entries(self):
        names = self.zip.namelist()
        parts = {p["name"]: p for p in self.manifest["entries"]}
        if len(set(names)) != len(names) or set(names) != set(parts) | {"manifest.json", "manifest.sig", "certificate.pem"}:
            raise Altered("it does not hold what its manifest names, each once")
        needed = ["mission.json", "plan.json", "limits.json", "judgement.json", "findings.json", "signatures.json", "audit.json"]
        needed += ["capture.zip", "catalogue.json"] if "capture.zip" in parts else ["source-file", "layout.json"]
        for name in needed:
            if name not in parts:
                raise Altered("“%s” is missing" % name)
        for name, part in parts.items():
            sha, size = hashlib.sha256(), 0
            with self.zip.open(name) as entry:
                for some in iter(lambda: entry.read(1 << 16), b""):
                    sha.update(some)
                    size += len(some)
            if sha.hexdigest() != part["sha256"] or size != part["size"]:
                raise Altered("“%s” is not what the manifest names" % name)
        if parts["judgement.json"]["sha256"] != self.manifest["judgementSha256"]:
            raise Altered("the judgement has another hash than the manifest names")
        if "source-file" in parts and parts["source-file"]["sha256"] != self.manifest["recordSha256"]:
            raise Altered("the file that it was made of has another hash than the manifest names")
        self.checked.append("%d entries by their hashes" % len(parts))

    def signature(self):
        der = certificates(self.zip.read("certificate.pem").decode("ascii"))[0]
        bytes_of_signature = base64.b64decode(self.zip.read("manifest.sig"))
        if not signed(public_key(der), self.zip.read("manifest.json"), bytes_of_signature):
            raise Altered("its manifest is not what was signed by the key of its certificate")
        self.checked.append("the signature over the manifest")
        fingerprint = hashlib.sha256(der).hexdigest()
        if fingerprint in self.trusted:
            self.checked.append("that it comes from an installation that is trusted")
        else:
            self.left.append("who it comes from: its certificate, SHA-256 %s, was not named to trust" % fingerprint)

    def read_capture(self):
        carrier = zipfile.ZipFile(io.BytesIO(self.zip.read("capture.zip")))
        manifest = json.loads(carrier.read("manifest.json"))
        data = carrier.read("header.bin")
        if hashlib.sha256(data).hexdigest() != manifest["header"]:
            raise Altered("the capture's header has another hash than its carrier names")
        chain, pages, mission = hashlib.sha256(data), [], manifest["mission"]
        for part in manifest["parts"]:
            content = carrier.read(part["file"])
            if hashlib.sha256(content).hexdigest() != part["sha256"] or len(content) % 512:
                raise Altered("“%s” of the capture has another hash than its carrier names" % part["file"])
            link = bytes(32)
            for at in range(0, len(content), 512):
                page = content[at:at + 512]
                if zlib.crc32(page[:508]) != int.from_bytes(page[508:], "big") or int.from_bytes(page[2:4], "big") != mission:
                    raise Altered("a page of the capture is damaged or of another mission")
                link = hashlib.sha256(link + page).digest()
                pages.append(page)
            if content:
                chain.update(link)
        if chain.hexdigest() != self.manifest["recordSha256"]:
            raise Altered("the capture has another hash than the manifest names")
        self.checked.append("%d pages of the capture by their checksums, and its hash" % len(pages))
        header = read_header(data)
        if header["serial"] != self.manifest["serial"]:
            raise Altered("the capture is of another logger")
        return header, pages, manifest["firstRecord"]

    def capture(self):
        mission = self.json("mission.json")
        try:
            tables, unknown = decoded(self.read_capture(), self.json("catalogue.json"), mission["clock"])
        except Unchecked as e:
            self.left.append(str(e))
            return
        for label in unknown:
            self.left.append("“%s”, which is scaled by a formula or a thermocouple, was not decoded" % label)
        names = [p["name"] for p in self.manifest["entries"] if re.fullmatch(r"series-\d+\.csv", p["name"])]
        if len(names) != len(tables):
            raise Altered("it has %d tables of values, its capture %d" % (len(names), len(tables)))
        values = 0
        for name, table in zip(names, tables):
            values += self.same(name, table)
        self.checked.append("%d values, decoded from the capture" % values)
        self.judgement(mission, tables)

    def same(self, name, table):
        with self.zip.open(name) as entry:
            rows = csv.reader(io.TextIOWrapper(entry, "utf-8", newline=""))
            next(rows)
            count = line = 0
            for line, row in enumerate(rows, 1):
                if line > len(table.instants) or len(row) != len(table.columns) + 1 or int(row[0]) != table.instants[line - 1]:
                    raise Altered("line %d of “%s” is not what the capture holds" % (line + 1, name))
                for column, cell in zip(table.columns, row[1:]):
                    if column is None:
                        continue
                    count += 1
                    value = column[line - 1]
                    # the last of twelve digits may depend on whose logarithms are used
                    if (cell == "") != math.isnan(value) or cell and abs(float(cell) - value) > 1.01e-11 * abs(value):
                        raise Altered("line %d of “%s” is not what the capture holds" % (line + 1, name))
            if line != len(table.instants):
                raise Altered("“%s” is shorter than the capture" % name)
            return count

    def judgement(self, mission, tables):
        judgement, limits = self.json("judgement.json"), self.json("limits.json")
        told = {s["channel"]: s for s in judgement["series"]}
        parts = {}
        for table in tables:
            for name, column in zip(table.names, table.columns):
                if table.end is not None and column is not None and name in told:
                    parts[name] = stretches(table, column, mission)
        for name, p in parts.items():
            check_statistics(name, told[name]["unit"] or "", p, told[name])
        self.checked.append("the statistics of %d channels" % len(parts))
        found = rules = 0
        for rule in limits["rules"]:
            plain = "gap" not in rule and not rule.get("basis") and not rule.get("allowance") and not rule.get("unit")
            if plain and rule["channel"] in parts and "nominal" not in rule["bound"]:
                found += check_rule(rule, parts[rule["channel"]], judgement["excursions"])
                rules += 1
            else:
                self.left.append("rule “%s” was not judged again: only rules on decoded values are, without an allowance" % rule["id"])
        self.checked.append("%d excursions of %d rules on values" % (found, rules))

    def audit(self):
        entries = self.json("audit.json")
        for e in entries:
            text = b""
            for key in ("sequence", "at", "who", "action", "subject", "before", "after", "reason", "previous"):
                field = str(e[key]).encode("utf-8")
                text += str(len(field)).encode() + b":" + field
            if hashlib.sha256(text).hexdigest() != e["hash"]:
                raise Altered("entry %s of the audit trail has another hash than it bears" % e["sequence"])
        self.checked.append("%d entries of the audit trail by their hashes" % len(entries))

    def signatures(self):
        sizes = {p["name"]: p["sha256"] for p in self.manifest["entries"]}
        here = {"recordSha256": self.manifest["recordSha256"], "judgementSha256": self.manifest["judgementSha256"],
                "settingsSha256": sizes["plan.json"]}
        all_of_them = self.json("signatures.json")
        for s in all_of_them:
            if hashlib.sha256(s["content"].encode("utf-8")).hexdigest() != s["contentSha256"]:
                raise Altered("what was %s by %s has another hash than was signed" % (s["meaning"], s["name"]))
            content = json.loads(s["content"])
            if s["holds"] and any(content[key] != value for key, value in here.items()):
                raise Altered("what was %s by %s is of another record, judgement or plan" % (s["meaning"], s["name"]))
        self.checked.append("%d signatures by what was signed" % len(all_of_them))


def main(arguments):
    trusted, files, worst = set(), [], 0
    arguments = iter(arguments)
    for a in arguments:
        if a != "--trust":
            files.append(a)
            continue
        named = next(arguments, "")
        plain = re.sub(r"[^0-9a-f]", "", named.lower())
        if len(plain) == 64:
            trusted.add(plain)
        else:
            with open(named, encoding="ascii") as pem:
                trusted |= {hashlib.sha256(der).hexdigest() for der in certificates(pem.read())}
    if not files:
        print(__doc__, file=sys.stderr)
        return 3
    for path in files:
        check = None
        try:
            check = Check(path, trusted)
            check.all()
            code, said = (2, "It fits together") if check.left else (0, "It is sound")
        except Altered as e:
            code, said = 1, "It does not fit: %s" % e
        except Unreadable as e:
            code, said = 3, "It cannot be read: %s" % e
        except (KeyError, ValueError, TypeError, AttributeError, IndexError, struct.error, zipfile.BadZipFile) as e:
            code, said = 3, "It cannot be read: %s: %s" % (type(e).__name__, e)
        print("%s: %s" % (path, said))
        for thing in check.checked if check else []:
            print("  checked: " + thing)
        for thing in check.left if check else []:
            print("  not checked: " + thing)
        worst = max(worst, code, key=[0, 2, 1, 3].index)
    return worst


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
