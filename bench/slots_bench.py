"""From 50 to 50,000 slots on one drum: time and memory of whole processes, and how they grow."""
import math
import os
import subprocess
import sys
import tempfile
import time

build = sys.argv[1]
JOB = """juggler = 1
[sheet]
thickness = 1
sizes_on = "outside"
[part]
shape = "cylinder"
diameter = 6000
height = 6000
seam.at = 359.9
[[part.opening]]
form = {{ kind = "obround", width = 6, between_centres = 18 }}
how = "laid"
at = {{ angle = 0, height = 40 }}
repeat = {{ count = {count}, over = {over}, rows = {rows}, row_pitch = 40 }}
"""


def measured(count, rows):
    with tempfile.TemporaryDirectory() as folder:
        with open(f"{folder}/drum.toml", "w") as job:
            job.write(JOB.format(count=count, rows=rows, over=359 * (count - 1) / 500))
        start = time.perf_counter()
        pid = subprocess.Popen([f"{build}/juggler", "develop", f"{folder}/drum.toml", "-o", folder, "--quiet",
                                "--formats", "dxf,json,csv"], stdout=subprocess.DEVNULL)
        _, status, used = os.wait4(pid.pid, 0)
        if status != 0:
            sys.exit("the program failed")
        return time.perf_counter() - start, used.ru_maxrss / 1024, used.ru_utime


runs = []
for count, rows in ((50, 1), (500, 1), (500, 10), (500, 100)):
    seconds, memory, cpu = min(measured(count, rows) for _ in range(3))
    runs.append((count * rows, seconds, memory))
    print(f"{count * rows:6} slots {seconds:7.3f} s {memory:8.1f} MB")
for (n0, t0, m0), (n1, t1, m1) in zip(runs, runs[1:]):
    print(f"{n0:6} to {n1:6}: exponent of time {math.log(t1 / t0) / math.log(n1 / n0):5.2f}, of memory "
          f"{math.log(m1 / m0) / math.log(n1 / n0):5.2f}")
