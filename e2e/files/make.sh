#!/usr/bin/env bash
# Makes the files in every/ anew: one of each kind that people send, by tools that nobody here wrote, and a broken or locked one
# of most. From Debian: libreoffice-writer libreoffice-calc libreoffice-impress python3-uno pandoc imagemagick libheif-examples
# ffmpeg sox libsox-fmt-all libimage-exiftool-perl qpdf poppler-utils potrace gpsbabel python3-reportlab img2pdf zip p7zip-full.
# The tests read what is kept; a run of this gives other bytes (dates, versions), and must be shown or refused alike.
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
out=$here/every
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
rm -rf "$out" && mkdir -p "$out" && cd "$work"

# What is in the documents.
cat > report.md <<'MD'
# Weir report

The water rose after the rain of Monday and fell again *before the weekend*.

| Day     | Height |
|---------|--------|
| Monday  | 41 cm  |
| Tuesday | 63 cm  |

- measured twice
- read by Anaïs Đặng

![The gauge](gauge.png)

$$h = \frac{a^2}{4}$$
MD
cat > talk.md <<'MD'
# What the weir told us

- It rose
- It fell

::: notes
Begin with the picture.
:::

# The gauge

![The gauge](gauge.png)

# Heights

| Day     | Height |
|---------|--------|
| Monday  | 41 cm  |
MD
printf 'day;height\nMonday;"4,1"\nTuesday;"6,3\nread twice"\n' > heights.csv
printf 'Monday 41\nTuesday 63\n' > notes.txt
cat > gauge.py <<'PY'
# Heights of the weir, in centimetres.
HEIGHTS = {"Monday": 41, "Tuesday": 63}


def highest(heights):
    """The day on which the water stood highest."""
    return max(heights, key=heights.get)


print(highest(HEIGHTS))
PY

# Pictures: 240 by 160, a disc on a ground.
convert -size 240x160 gradient:'#27506b'-'#e8dcc0' -fill '#b0413e' -draw 'circle 120,80 120,30' -alpha off png24:gauge.png
cp gauge.png "$out/picture.png"
convert gauge.png -quality 80 "$out/photo.jpg"
exiftool -q -overwrite_original -Orientation#=6 -Artist='Anaïs Đặng' "$out/photo.jpg"
for kind in webp bmp; do convert gauge.png -resize 60x40 -depth 8 -type TrueColor "$out/picture.$kind"; done
convert -delay 30 gauge.png \( gauge.png -negate \) "$out/moving.gif"
convert gauge.png -compress zip "$out/scan.tiff"
convert gauge.png "$out/picture.jp2"
heif-enc -q 60 -o "$out/photo.heic" gauge.png > /dev/null
ffmpeg -hide_banner -loglevel error -y -i gauge.png -frames:v 1 -c:v libaom-av1 -still-picture 1 "$out/picture.avif"
convert gauge.png -threshold 50% pbm:- | potrace --svg -o "$out/drawing.svg"
for name in photo.jpg picture.png picture.webp moving.gif photo.heic picture.avif drawing.svg; do
  head -c "$(($(stat -c %s "$out/$name") * 2 / 5))" "$out/$name" > "$out/cut-$name"
done

# Documents, sheets and slides.
for kind in docx odt epub rtf; do pandoc -s report.md --metadata title='Weir report' -o "$out/report.$kind" 2> /dev/null; done
soffice --headless --convert-to pdf --outdir . "$out/report.docx" > /dev/null 2>&1 && mv report.pdf "$out/report.pdf"
soffice --headless --convert-to doc --outdir . "$out/report.docx" > /dev/null 2>&1 && mv report.doc "$out/report.doc"
pandoc talk.md -o "$out/talk.pptx" 2> /dev/null
soffice --headless --convert-to odp --outdir . "$out/talk.pptx" > /dev/null 2>&1 && mv talk.odp "$out/talk.odp"
for kind in xlsx ods xls; do
  soffice --headless --infilter='CSV:59,34,76,1' --convert-to $kind --outdir . heights.csv > /dev/null 2>&1 && mv heights.$kind "$out/heights.$kind"
done
cp report.md heights.csv notes.txt gauge.py "$out/"
printf '{"type":"Feature","days":["Monday","Tuesday"]}' | python3 -m json.tool > "$out/data.json"
for name in report.docx report.odt report.epub report.pdf talk.pptx talk.odp heights.xlsx heights.ods; do
  head -c "$(($(stat -c %s "$out/$name") * 3 / 5))" "$out/$name" > "$out/cut-$name"
done

# Locked by a password.
qpdf --encrypt weir weir 256 -- "$out/report.pdf" "$out/locked-report.pdf"
cat > lock.py <<'PY'
import subprocess, sys, time, uno
from com.sun.star.beans import NamedValue, PropertyValue
from com.sun.star.connection import NoConnectException
out = sys.argv[1]
office = subprocess.Popen(["soffice", "--headless", "--norestore", "--accept=pipe,name=weir;urp;"])
local = uno.getComponentContext()
resolver = local.ServiceManager.createInstanceWithContext("com.sun.star.bridge.UnoUrlResolver", local)
for _ in range(120):
    try:
        context = resolver.resolve("uno:pipe,name=weir;urp;StarOffice.ComponentContext")
        break
    except NoConnectException:
        time.sleep(0.5)
desktop = context.ServiceManager.createInstanceWithContext("com.sun.star.frame.Desktop", context)
def value(name, said):
    one = PropertyValue()
    one.Name, one.Value = name, said
    return one
for source, target, filter in [
    ("report.docx", "locked-report.docx", "MS Word 2007 XML"),
    ("report.odt", "locked-report.odt", "writer8"),
    ("heights.xlsx", "locked-heights.xlsx", "Calc MS Excel 2007 XML"),
    ("heights.ods", "locked-heights.ods", "calc8"),
]:
    document = desktop.loadComponentFromURL(f"file://{out}/{source}", "_blank", 0, (value("Hidden", True),))
    if filter.startswith(("MS", "Calc MS")):
        said = (NamedValue("OOXPassword", "weir"), NamedValue("CryptoType", "Standard"))
        lock = value("EncryptionData", uno.Any("[]com.sun.star.beans.NamedValue", said))
    else:
        lock = value("Password", "weir")
    document.storeToURL(f"file://{out}/{target}", (value("FilterName", filter), lock))
    document.close(True)
try:
    desktop.terminate()
except Exception:
    pass
office.wait()
PY
/usr/bin/python3 lock.py "$out" > /dev/null 2>&1

# PDF as scanners and other programs write them: a page as JPEG 2000, and a face that is not in the file.
img2pdf "$out/picture.jp2" -o "$out/scan-jpeg2000.pdf"
convert gauge.png -threshold 50% -compress Group4 fax.tiff && img2pdf fax.tiff -o "$out/scan-fax.pdf"
/usr/bin/python3 - "$out/chinese.pdf" <<'PY'
import sys
from reportlab.pdfgen import canvas
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.cidfonts import UnicodeCIDFont
pdfmetrics.registerFont(UnicodeCIDFont("STSong-Light"))
page = canvas.Canvas(sys.argv[1], pagesize=(300, 200))
page.setFont("STSong-Light", 28)
page.drawString(40, 120, "水位报告")
page.setFont("Helvetica", 20)
page.drawString(40, 60, "Weir report")
page.save()
PY

# Walks.
printf 'No,Latitude,Longitude,Name,Altitude,Date,Time\n' > walk.csv
for i in $(seq 0 39); do
  printf '%d,%.5f,%.5f,P%d,%d,2026/05/14,10:%02d:00\n' "$i" "$(echo "52.1 + $i * 0.0004" | bc -l)" "$(echo "-1.3 + s($i / 6) * 0.004" | bc -l)" "$i" "$(echo "scale=0; 90 + $i * (40 - $i) / 8" | bc)" "$i"
done >> walk.csv
gpsbabel -i unicsv -f walk.csv -x transform,trk=wpt,del -o gpx -F "$out/walk.gpx"
gpsbabel -i unicsv -f walk.csv -x transform,trk=wpt,del -o kml -F walk.kml
gpsbabel -i unicsv -f walk.csv -x transform,trk=wpt,del -o geojson -F "$out/walk.geojson"
cp walk.kml "$out/walk.kml"
cp walk.kml doc.kml && zip -q "$out/walk.kmz" doc.kml
head -c 2500 "$out/walk.gpx" > "$out/cut-walk.gpx"

# Sound and film, a second of each.
tone='sine=frequency=440:duration=2'
film='testsrc=size=128x96:rate=12:duration=1'
quiet() { ffmpeg -hide_banner -loglevel error -y "$@"; }
for kind in wav mp3 flac ogg m4a; do quiet -f lavfi -i "$tone" -ac 1 -ar 16000 "$out/sound.$kind"; done
sox "$out/sound.wav" -r 8000 "$out/sound.amr-nb" && mv "$out/sound.amr-nb" "$out/sound.amr"
quiet -f lavfi -i "$film" -f lavfi -i "$tone" -shortest -c:v libx264 -pix_fmt yuv420p -movflags +faststart "$out/film.mp4"
quiet -f lavfi -i "$film" -c:v libvpx-vp9 -b:v 60k "$out/film.webm"
quiet -f lavfi -i "$film" -f lavfi -i "$tone" -shortest -c:v libx265 -x265-params log-level=none -tag:v hvc1 -pix_fmt yuv420p "$out/film-h265.mp4"
quiet -f lavfi -i "$film" -c:v mpeg4 "$out/film.avi"
head -c 900 "$out/film.mp4" > "$out/cut-film.mp4"
head -c 40 "$out/sound.m4a" > "$out/cut-sound.m4a"

# Packages, and what nobody opens here.
mkdir folder && cp notes.txt gauge.py folder/ && cp gauge.png "folder/gauge é.png"
zip -qr "$out/folder.zip" folder
zip -qr -P weir "$out/locked-folder.zip" folder
head -c "$(($(stat -c %s "$out/folder.zip") / 2))" "$out/folder.zip" > "$out/cut-folder.zip"
7z a -bso0 "$out/folder.7z" folder
tar czf "$out/folder.tar.gz" folder
mkdir package && cp gauge.png package/preview.png && cp notes.txt package/Index.zip && (cd package && zip -qr "$out/talk.key" .)
printf 'solid weir\nfacet normal 0 0 1\nouter loop\nvertex 0 0 0\nvertex 1 0 0\nvertex 0 1 0\nendloop\nendfacet\nendsolid weir\n' > "$out/model.stl"
head -c 700 /dev/zero | tr '\0' '\001' > "$out/unknown.xyz"
ls "$out" | wc -l
