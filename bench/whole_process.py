"""Times whole processes in pairs, A B A B ...: `juggler quick` and a program that links the same and does nothing."""
import statistics
import subprocess
import sys
import time

build = sys.argv[1]
quick = [f"{build}/juggler", "quick", "cone", "base.diameter=620", "top.diameter=155", "height=780", "thickness=2",
         "sizes_on=inside", "seam.gap=1.5"]
nothing = [f"{build}/bench/does_nothing"]


def seconds(command):
    start = time.perf_counter()
    subprocess.run(command, stdout=subprocess.DEVNULL, check=True)
    return time.perf_counter() - start


pairs = [(seconds(quick), seconds(nothing)) for _ in range(100)][10:]
print(f"quick   {1000 * statistics.median(a for a, _ in pairs):6.2f} ms, median of {len(pairs)}")
print(f"nothing {1000 * statistics.median(b for _, b in pairs):6.2f} ms")
print(f"ratio   {statistics.median(a / b for a, b in pairs):6.2f}, pair by pair")
