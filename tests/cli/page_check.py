"""Opens pages of jobs in a real browser and holds what it shows against the other files of the same jobs.

page_check.py FOLDER   has NAME.html with NAME.dxf, NAME.json, NAME.obj of some jobs, whose ../jobs/NAME.toml are
Pictures are left in FOLDER/seen.
"""

import base64
import io
import json
import math
import os
import sys
import time

sys.path.append("/usr/lib/python3/dist-packages")
from PIL import Image, ImageChops, ImageDraw
from selenium import webdriver
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

folder = os.path.abspath(sys.argv[1])
seen = os.path.join(folder, "seen")
os.makedirs(seen, exist_ok=True)
faults = []


def expect(holds, what):
    if not holds:
        faults.append(what)


def opened():
    options = webdriver.ChromeOptions()
    options.binary_location = "/usr/bin/chromium"
    for argument in ["--headless=new", "--no-sandbox", "--disable-dev-shm-usage", "--hide-scrollbars", "--disable-extensions",
                     "--use-gl=angle", "--use-angle=swiftshader", "--enable-unsafe-swiftshader"]:
        options.add_argument(argument)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    return webdriver.Chrome(service=Service("/usr/bin/chromedriver"), options=options)


class Page:
    def __init__(self, browser, name, width=1280, height=800, dark=False):
        self.browser, self.name = browser, name
        browser.execute_cdp_cmd("Emulation.setDeviceMetricsOverride",
                                {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 500})
        browser.execute_cdp_cmd("Emulation.setEmulatedMedia", {"features": [
            {"name": "prefers-color-scheme", "value": "dark" if dark else "light"},
            {"name": "prefers-reduced-motion", "value": "reduce"}]})
        browser.get("about:blank")
        browser.get("file://" + os.path.join(folder, name + ".html"))
        self.run("try { localStorage.clear(); } catch (e) {}")

    def run(self, script, *arguments):
        return self.browser.execute_script(script, *arguments)

    def find(self, selector):
        return self.browser.find_element(By.CSS_SELECTOR, selector)

    def picture(self, name=None):
        time.sleep(0.15)
        self.run("window.drawn = false; requestAnimationFrame(() => requestAnimationFrame(() => { window.drawn = true; }));")
        while not self.run("return window.drawn"):
            time.sleep(0.02)
        image = Image.open(io.BytesIO(self.browser.get_screenshot_as_png())).convert("RGB")
        if name:
            image.save(os.path.join(seen, f"{self.name}-{name}.png"))
        return image

    def canvas(self, image):
        box = self.find("#formed canvas").rect
        left, top = box["x"], box["y"] - self.run("return scrollY")
        return image.crop((round(left), round(top), round(left + box["width"]), round(top + box["height"])))

    def over(self, element, x, y):
        """The pointer x and y from the element's left upper corner."""
        box = element.rect
        ActionChains(self.browser).move_to_element_with_offset(
            element, round(x - box["width"] / 2), round(y - box["height"] / 2)).perform()
        time.sleep(0.15)

    def quiet(self):
        for entry in self.browser.get_log("browser"):
            faults.append(f"{self.name}: console: {entry['message']}")
        expect(self.run("return performance.getEntriesByType('resource').length") == 0, f"{self.name}: loads something else")


def mask(image, background):
    """White where a picture is not its background."""
    difference = ImageChops.difference(image, Image.new("RGB", image.size, background))
    return difference.convert("L").point(lambda v: 255 if v > 12 else 0)


def share_alike(a, b):
    """Of the pixels that either has, how many both have."""
    both = ImageChops.multiply(a, b).point(lambda v: 255 if v > 0 else 0).histogram()[255]
    either = ImageChops.lighter(a, b).histogram()[255]
    return both / either


def projected(corners, triangles, right, up, size):
    """The silhouette of a mesh, as large as the page's own rule has it: a tenth larger than the part."""
    flat = [(sum(p * r for p, r in zip(c, right)), sum(p * u for p, u in zip(c, up))) for c in corners]
    low = [min(p[k] for p in flat) for k in (0, 1)]
    high = [max(p[k] for p in flat) for k in (0, 1)]
    height = 1.1 * max(high[1] - low[1], (high[0] - low[0]) * size[1] / size[0])
    scale = size[1] / height
    middle = [(a + b) / 2 for a, b in zip(low, high)]
    place = [(size[0] / 2 + scale * (x - middle[0]), size[1] / 2 - scale * (y - middle[1])) for x, y in flat]
    image = Image.new("L", size, 0)
    pen = ImageDraw.Draw(image)
    for t in triangles:
        pen.polygon([place[i] for i in t], fill=255)
    return image


def mesh_of(name):
    corners, triangles = [], []
    with open(os.path.join(folder, name + ".obj")) as file:
        for line in file:
            words = line.split()
            if words and words[0] == "v":
                corners.append([float(w) for w in words[1:4]])
            if words and words[0] == "f":
                triangles.append([int(w) - 1 for w in words[1:4]])
    return corners, triangles


def background(page):
    shade = page.run("return getComputedStyle(document.querySelector('.pane')).backgroundColor")
    return tuple(int(v) for v in shade[4:-1].split(","))


def check_silhouette(page, name):
    """Seen from the front, the formed part is the solid that another file of the job holds."""
    page.run("setShare(1); formed.view('front');")
    image = page.canvas(page.picture())
    expected = projected(*mesh_of(name), (1, 0, 0), (0, 0, 1), image.size)
    alike = share_alike(mask(image, background(page)), expected)
    expect(alike > 0.98, f"{name}: the formed part is like its silhouette by {alike:.3f} only")
    page.run("formed.view('pictorial');")


def check_half_rolled_cone(page, name):
    """Part of the way a cone is a cone: cot of its half angle grows with the share; closed form."""
    with open(os.path.join(folder, name + ".json")) as file:
        half_angle = math.radians(json.load(file)["pieces"][0]["cone"]["half_angle"])
    corners = page.run("""
      setShare(0.5);
      const m = formed.motion, out = [];
      for (let i = 0; i < m.count; ++i) {
        const mid = [0, 1, 2].map((k) => (m.positions[3 * i + k] + m.positions[3 * (i + m.all) + k]) / 2);
        out.push([m.places[2 * i], m.places[2 * i + 1], ...mid]);
      }
      return out;""")
    apex = apex_of(page.run("return [...document.querySelectorAll('#flat .cut path')].map((p) => p.getAttribute('d'))[0]"))
    half = math.atan(1 / (0.5 / math.tan(half_angle)))
    polar = [(math.hypot(x - apex[0], y - apex[1]), math.atan2(x - apex[0], apex[1] - y), (px, py, pz))
             for x, y, px, py, pz in corners]
    worst = 0
    for r, a, p in polar[::7]:
        for q, b, o in polar[::5]:
            cosine = math.sin(half) ** 2 * math.cos((a - b) / math.sin(half)) + math.cos(half) ** 2
            closed = math.sqrt(max(0, r * r + q * q - 2 * r * q * cosine))
            worst = max(worst, abs(closed - math.dist(p, o)))
    expect(worst < 0.01, f"{name}: half rolled it is off a cone by {worst:.4f} mm")


def apex_of(d):
    """The centre of the widest arc of a path."""
    words = d.replace("M", " M ").replace("A", " A ").replace("L", " L ").replace("Z", " Z ").split()
    at, best = None, None
    i = 0
    while i < len(words):
        if words[i] in "ML":
            at = (float(words[i + 1]), float(words[i + 2]))
            i += 3
        elif words[i] == "A":
            r, sweep = float(words[i + 1]), words[i + 5] == "1"
            to = (float(words[i + 6]), float(words[i + 7]))
            chord = math.dist(at, to)
            height = math.sqrt(max(0, r * r - chord * chord / 4))
            left = (-(to[1] - at[1]) / chord, (to[0] - at[0]) / chord)
            side = height if sweep else -height
            centre = ((at[0] + to[0]) / 2 + side * left[0], (at[1] + to[1]) / 2 + side * left[1])
            if best is None or r > best[0]:
                best = (r, centre)
            at = to
            i += 8
        else:
            i += 1
    return best[1]


def check_slider(page):
    slider = page.find("#share")
    page.over(slider, slider.rect["width"] / 2, slider.rect["height"] / 2)
    ActionChains(page.browser).click().perform()
    share = page.run("return state.share")
    expect(0.45 < share < 0.55, f"{page.name}: the slider's middle gives {share}")
    page.picture("half")
    slider.send_keys(Keys.HOME)
    expect(page.run("return state.share") == 0, f"{page.name}: the slider does not come to flat")
    page.picture("flat")
    page.find("#formed .view").send_keys(" ")
    time.sleep(0.3)
    expect(page.run("return state.share") == 1, f"{page.name}: space does not form it")
    page.picture("formed")


def check_pointing(page):
    """A hole hovered in either view is lit in both and named."""
    hole = page.find("#flat .openings [data-k]")
    box = hole.rect
    page.over(hole, box["width"] / 2, box["height"] / 2)
    key = hole.get_attribute("data-k")
    expect("lit" in (hole.get_attribute("class") or ""), f"{page.name}: a hole hovered on the blank is not lit")
    expect(page.run("return formed.lit.length") == 2, f"{page.name}: it is not lit on the formed part")
    expect(page.find(".tip").is_displayed() and len(page.find(".tip").text) > 2, f"{page.name}: it is not named")
    page.picture("hole")
    found = page.run("""
      const seen = formed.projected();
      return formed.loopsOf().map((loop, o) => {
        const c = loop.map((i) => seen(i + formed.motion.all));
        return ["o" + o, ...[0, 1, 2].map((k) => c.reduce((sum, p) => sum + p[k], 0) / c.length)];
      }).sort((a, b) => a[3] - b[3])[0];""")
    page.over(page.find("#formed canvas"), found[1], found[2])
    lit = page.run("return state.lit")
    expect(lit == found[0], f"{page.name}: the hole {found[0]} hovered on the formed part lights {lit}")
    on_flat = page.run("return [...document.querySelectorAll('#flat .lit')].map((n) => n.dataset.k)")
    expect(on_flat == [found[0]], f"{page.name}: on the blank {on_flat} are lit for {found[0]}")


def check_schedule(page):
    """Every bend in its order, the others as they were."""
    steps = page.run("return stepsOf(piece()).length")
    folds = page.run("return piece().folds.map((f) => f.order)")
    expect(steps == len(set(folds)) + page.run("return rolls(formed.motion) ? 1 : 0"), f"{page.name}: {steps} steps")
    page.run("setStep(0);")
    before = page.run("return Array.from(formed.motion.positions)")
    for step in range(steps):
        page.find("#after").click()
        for _ in range(40):
            time.sleep(0.05)
            if page.run("return !state.playing && state.step === arguments[0]", step + 1):
                break
        expect(page.run("return state.step") == step + 1, f"{page.name}: step {step + 1} is not played")
        if step == steps // 2:
            page.picture("step")
        now = page.run("return Array.from(formed.motion.positions)")
        expect(now != before, f"{page.name}: step {step + 1} moves nothing")
        before = now
    page.run("setShare(1);")
    whole = page.run("return Array.from(formed.motion.positions)")
    expect(max(abs(a - b) for a, b in zip(before, whole)) < 1e-3, f"{page.name}: bend by bend it is another part")


def check_measuring(page):
    """Between two corners of the blank."""
    page.run("toggle('#flat [data-measure]');")
    ends = page.run("""
      const box = flat.pane.getBoundingClientRect(), p = flat.places();
      return [p[0], p[1]].map((q) => [(q.x - flat.view.x) / flat.scale, (q.y - flat.view.y) / flat.scale, q.x, q.y]);""")
    view = page.find("#flat .view")
    for x, y, _, _ in ends:
        page.over(view, x + 2, y + 2)
        ActionChains(page.browser).click().perform()
    expected = math.dist(ends[0][2:], ends[1][2:])
    text = page.find(".measured").text
    expect(abs(float(text.split()[0]) - expected) < 2e-3, f"{page.name}: measured {text}, it is {expected}")
    page.run("toggle('#flat [data-measure]');")


def check_files(page, name):
    """What is saved from the page is what the program wrote beside it."""
    saved = page.run("""
      const kept = {};
      const before = save;
      save = (name, text) => { kept[name] = text; };
      for (const button of document.querySelectorAll('.menu button')) button.click();
      save = before;
      return kept;""")
    for file, text in saved.items():
        path = os.path.join(folder, "../jobs" if file.endswith(".toml") else "", file)
        with open(path) as written:
            expect(written.read() == text, f"{name}: {file} saved from the page is another")
    expect(len(saved) == 3, f"{name}: {sorted(saved)} can be saved")


def check_print(page):
    drawings = page.run("return data.drawings.length")
    pdf = base64.b64decode(page.browser.execute_cdp_cmd("Page.printToPDF", {"preferCSSPageSize": True})["data"])
    expect(pdf.count(b"/Type /Page\n") + pdf.count(b"/Type /Page ") == drawings,
           f"{page.name}: prints {pdf.count(b'/Type /Page')} pages for {drawings} drawings")


def check_phone(page):
    expect(page.run("return document.documentElement.scrollWidth") <= 390, f"{page.name}: wider than a phone")
    page.picture("phone")
    page.run("document.querySelector('#formed').scrollIntoView();")
    for name, share in (("phone-flat", 0), ("phone-half", 0.5), ("phone-formed", 1)):
        page.run("setShare(arguments[0]);", share)
        image = page.canvas(page.picture(name))
    filled = mask(image, background(page)).histogram()[255] / (image.size[0] * image.size[1])
    expect(filled > 0.1, f"{page.name}: on a phone the part fills {filled:.2f} of its pane")


browser = opened()
try:
    names = sorted(n[:-5] for n in os.listdir(folder) if n.endswith(".html") and n != "index.html")
    for name in names:
        page = Page(browser, name)
        check_silhouette(page, name)
        check_slider(page)
        if page.run("return piece().openings.length"):
            check_pointing(page)
        if page.run("return stepsOf(piece()).length"):
            check_schedule(page)
        check_measuring(page)
        check_files(page, name)
        check_print(page)
        page.quiet()
    if "cone" in names:
        page = Page(browser, "cone", dark=True)
        check_half_rolled_cone(page, "cone")
        page.run("setShare(1);")
        image = page.picture("dark")
        expect(sum(image.getpixel((5, 300))) < 150, "cone: dark is not dark")
        size = os.path.getsize(os.path.join(folder, "cone.html"))
        expect(size < 1.5e6, f"cone: the page has {size} bytes")
        check_phone(Page(browser, "cone", 390, 844))
        page.quiet()
finally:
    browser.quit()
for fault in faults:
    print(fault)
sys.exit(1 if faults else 0)
