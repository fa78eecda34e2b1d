"""The pages of the guide that are written by hand."""

from __future__ import annotations

FIRST_STEPS = """
1. **Take a part.** “New” offers ready blanks; a STEP file can be dropped on the window. The
   part stands in the middle, its card at the top of the ticket on the left.
2. **Choose a face.** Click it. Its sheet opens below the part: the face laid out flat, in
   true mm.
3. **Put something on it.** “+ Stamp” (Ctrl+T) sets text there; “Logo, sign …” has all else.
   Or drop a drawing or a picture on the face.
4. **Say what it is to be.** The fields on the right go in the order of the work: artwork,
   setting, relief. A field takes a figure, a formula such as `tank.height / 2`, or a size
   with a unit.
5. **Move it by hand**, in the sheet or on the part: drag it, its corners, its handle. Undo
   takes back whatever was done.
6. **Look at the proof.** The dark line at the foot tells the worst that was found, and often
   offers the change that mends it. “Proof …” (Ctrl+R) has the whole.
7. **Write the files** (Ctrl+E), or the sheet to sign (Ctrl+P).
"""
TASKS: dict[str, str] = {
    "Text round a part": """
Choose the round face and add text. “Across” is an angle, “Up” a height. Text that is to go
all the way round: ask “Time, cost, room” in the proof for the largest letters that fit. On a
cone, a guide level with a rim keeps letters upright.
""",
    "Which depth": """
Choose the kind of relief by its picture, then the depth. “Section” (Ctrl+4) cuts through the
stamp and tells depth, wall left, widths at both ends and draft, as measured on the finished
part. “Map” above the sheet shows wall, depth, strokes, gaps or draft all over the stamp;
Ctrl+7 finds its worst place.
""",
    "Can it be made": """
“Proof …”, “Made by”: choose how the part is made. Every limit has its reason and its source,
and can be changed; a set of limits of your own is a copy that the job keeps, or the shelf.
A stamp may be made otherwise than the part. For moulds say how they are pulled. “By every
process” asks whether it can also be made otherwise, and puts the answers side by side.
""",
    "What may stand": """
A finding that does no harm is accepted in “Findings”, with a name and a reason. It then
stands as a note, in the proof sheet too, and comes back when its figure gets worse.
""",
    "Many parts": """
“Series” (Ctrl+Shift+E) makes one part for each row of a table, or for each serial number.
Columns are called after dimensions, stamps with a text, or `serial`.
""",
    "Several stamps at once": """
With Shift, click more stamps in the sheet or their cards, or draw a frame in the sheet;
Ctrl+Shift+A takes all of the face. They move together; a bar over the sheet lines them up or
makes their gaps equal, by the stamp that was chosen first. Delete and “Off” are for all of them.
""",
    "A stamp on a stamp": """
Click the cap or a wall of a stamp in the part, then Ctrl+Shift+T: the text lies there and goes with
it. A wall is called by the way that it looks on its stamp, `Panel/wall 90°` up; in the list “Face”
stand those of stamps that have few.
""",
    "Exact while dragging": """
Type a figure while a stamp is dragged: mm across, Tab, mm up; degrees while it is turned; its
height while it is made larger. Enter lets go, Esc puts it back. Shift goes by whole steps, Control
is not drawn to lines.
""",
    "Looking into the part": """
“Section” (Ctrl+4) cuts through the stamp. The line across the artwork in the sheet is the plane:
pull its knob, or press Shift and an arrow key in the part. Depth, wall left, widths and draft are
those of the place where it stands.
""",
    "Signs to be felt": """
“Logo, sign …”, “Braille” has dots of the usual sizes, domed. In the proof, “Standards”, tick
what the stamp is to hold to: each clause stands beside what the stamp has.
""",
}
NEW = """
- The relief in hand is seen on the part as it will be, sunk or standing out, while it is moved.
- Several stamps at once: moved, lined up, with equal gaps. Figures typed while one drags.
- The sheet opens on the artwork, with edges of its face in sight, and turns with it; places of
  a guide and the plane of a section are pulled with the mouse.
- Lines with a V or a round section; caps level with another face, or from the greys of a picture;
  a body a letter; letters that lean or bend over.
- Stamps on the walls of other stamps. Carved ink over edges.
- Steps through an empty job. A long ticket by face or worst first. Before and after, side by
  side.
- German; decimal commas; everything as large as the desktop's type.
"""
