"""Draws the text on standard input as a terminal of 1280 x 800 would show it, as SVG."""
import sys
from xml.sax.saxutils import escape

lines = sys.stdin.read().rstrip("\n").split("\n")
columns = 2 if len(lines) > 46 else 1
rows = -(-len(lines) // columns)
widest = max(max(len(line) for line in lines), 1)
size = min(15.0, 1230 / columns / widest / 0.602, 760 / rows / 1.25)
print('<svg xmlns="http://www.w3.org/2000/svg" width="1280" height="800" font-family="DejaVu Sans Mono" '
      f'font-size="{size:.2f}" fill="#e6e4df"><rect width="1280" height="800" fill="#1d2228"/>')
for i, line in enumerate(lines):
    x = 24 + (i // rows) * 1240 / columns
    y = 20 + (i % rows + 1) * size * 1.25
    if line.isascii():
        print(f'<text x="{x:.1f}" y="{y:.1f}" xml:space="preserve">{escape(line)}</text>')
    else:  # dots come from another font: each letter in its own cell
        for k, letter in enumerate(line):
            if letter != " ":
                print(f'<text x="{x + 0.602 * size * k:.1f}" y="{y:.1f}">{escape(letter)}</text>')
print("</svg>")
