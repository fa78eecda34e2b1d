<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
 <context>
  <name>tinstamp</name>
  <message>
   <source>tinstamp has no %1</source>
   <translation>tinstamp hat kein %1</translation>
  </message>
  <message>
   <source>its outlines cannot be united</source>
   <translation>die Umrisse lassen sich nicht vereinigen</translation>
  </message>
  <message>
   <source>dots are as wide as they are apart: they run together</source>
   <translation>die Punkte sind so breit wie ihr Abstand: sie laufen ineinander</translation>
  </message>
  <message>
   <source>liblouis, which knows these rules, is not installed: “letter by letter” needs none</source>
   <translation>liblouis, das diese Regeln kennt, ist nicht installiert: „Buchstabe für Buchstabe“ braucht keine</translation>
  </message>
  <message>
   <source>liblouis has no rules “%1” here, or cannot write this by them</source>
   <translation>liblouis hat keine Regeln „%1“ oder kann dies nicht nach ihnen schreiben</translation>
  </message>
  <message>
   <source>there is no middle “%1” that has bridges of its own</source>
   <translation>es gibt keine Mitte „%1“, die eigene Stege hat</translation>
  </message>
  <message>
   <source>hatches of lines</source>
   <translation>Schraffuren aus Linien</translation>
  </message>
  <message>
   <source>3D faces</source>
   <translation>3D-Flächen</translation>
  </message>
  <message>
   <source>3D solids</source>
   <translation>3D-Volumen</translation>
  </message>
  <message>
   <source>3D bodies</source>
   <translation>3D-Körper</translation>
  </message>
  <message>
   <source>endless lines</source>
   <translation>endlose Linien</translation>
  </message>
  <message>
   <source>tolerance frames</source>
   <translation>Toleranzrahmen</translation>
  </message>
  <message>
   <source>embedded objects</source>
   <translation>eingebettete Objekte</translation>
  </message>
  <message>
   <source>attribute definitions</source>
   <translation>Attributdefinitionen</translation>
  </message>
  <message>
   <source>objects of other programs</source>
   <translation>Objekte anderer Programme</translation>
  </message>
  <message>
   <source>things on layers that are off, frozen or not plotted</source>
   <translation>Dinge auf Ebenen, die aus, gefroren oder nicht zu plotten sind</translation>
  </message>
  <message>
   <source>invisible things</source>
   <translation>unsichtbare Dinge</translation>
  </message>
  <message>
   <source>the drawing is %1 mm large: no size to stamp</source>
   <translation>die Zeichnung ist %1 mm groß: keine Größe zum Prägen</translation>
  </message>
  <message>
   <source>text that is broken into lines by its width</source>
   <translation>Text, der nach seiner Breite umbrochen ist</translation>
  </message>
  <message>
   <source>text in the font “%1”</source>
   <translation>Text in der Schrift „%1“</translation>
  </message>
  <message>
   <source>text without a font</source>
   <translation>Text ohne Schrift</translation>
  </message>
  <message>
   <source>Standard</source>
   <translation>Standard</translation>
  </message>
  <message>
   <source>the file is larger than %1 MB</source>
   <translation>die Datei ist größer als %1 MB</translation>
  </message>
  <message>
   <source>the file cannot be read as DXF</source>
   <translation>die Datei lässt sich nicht als DXF lesen</translation>
  </message>
  <message>
   <source>with all its blocks unfolded the drawing has more than %1 entities</source>
   <translation>mit allen Blöcken aufgelöst hat die Zeichnung mehr als %1 Elemente</translation>
  </message>
  <message>
   <source>the block “%1” of the drawing holds itself</source>
   <translation>der Block „%1“ der Zeichnung enthält sich selbst</translation>
  </message>
  <message>
   <source>%1 × %2 left out</source>
   <translation>%1 × %2 weggelassen</translation>
  </message>
  <message>
   <source>the drawing has more than %1 pieces</source>
   <translation>die Zeichnung hat mehr als %1 Stücke</translation>
  </message>
  <message>
   <source>the file names a unit that is not known here (%1)</source>
   <translation>die Datei nennt eine Einheit, die hier nicht bekannt ist (%1)</translation>
  </message>
  <message>
   <source>a line does not close</source>
   <translation>eine Linie schließt sich nicht</translation>
  </message>
  <message>
   <source>%1 lines do not close</source>
   <translation>%1 Linien schließen sich nicht</translation>
  </message>
  <message>
   <source>%1: give them a width, or a larger distance to join ends</source>
   <translation>%1: geben Sie ihnen eine Breite oder einen größeren Abstand, um Enden zu verbinden</translation>
  </message>
  <message>
   <source>an entity of the file is faulty</source>
   <translation>ein Element der Datei ist fehlerhaft</translation>
  </message>
  <message>
   <source>the file names no unit</source>
   <translation>die Datei nennt keine Einheit</translation>
  </message>
  <message>
   <source>a hatch of lines is taken as filled</source>
   <translation>eine Schraffur aus Linien gilt als gefüllt</translation>
  </message>
  <message>
   <source>%1 hatches of lines are taken as filled</source>
   <translation>%1 Schraffuren aus Linien gelten als gefüllt</translation>
  </message>
  <message>
   <source>it has %1 things on its paper sheets alone: move them to the model</source>
   <translation>sie hat %1 Dinge nur auf Papierblättern: verschieben Sie sie ins Modell</translation>
  </message>
  <message>
   <source>no colour of the file is ink</source>
   <translation>keine Farbe der Datei ist Farbauftrag</translation>
  </message>
  <message>
   <source>the file draws nothing that could be stamped</source>
   <translation>die Datei zeichnet nichts, das sich prägen ließe</translation>
  </message>
  <message>
   <source>a line of the drawing runs to %1 units: it has no size to stamp</source>
   <translation>eine Linie der Zeichnung reicht bis %1 Einheiten: sie hat keine Größe zum Prägen</translation>
  </message>
  <message>
   <source>%1 is none of TTF, OTF, TTC, WOFF and WOFF2</source>
   <translation>%1 ist weder TTF, OTF, TTC, WOFF noch WOFF2</translation>
  </message>
  <message>
   <source>%1 holds its letters as coloured pictures alone: they have no outlines</source>
   <translation>%1 enthält die Buchstaben nur als farbige Bilder: sie haben keine Umrisse</translation>
  </message>
  <message>
   <source>the font file %1 is damaged</source>
   <translation>die Schriftdatei %1 ist beschädigt</translation>
  </message>
  <message>
   <source>a glyph of the font has %1 pieces, over %2</source>
   <translation>eine Glyphe der Schrift hat %1 Stücke, mehr als %2</translation>
  </message>
  <message>
   <source>its maker does not allow it to be kept in files</source>
   <translation>ihr Hersteller erlaubt nicht, sie in Dateien aufzubewahren</translation>
  </message>
  <message>
   <source>its maker allows it to be kept in files for viewing and printing alone</source>
   <translation>ihr Hersteller erlaubt nur, sie zum Ansehen und Drucken in Dateien aufzubewahren</translation>
  </message>
  <message>
   <source>the font “%1 %2” is not on this machine</source>
   <translation>die Schrift „%1 %2“ ist auf diesem Rechner nicht vorhanden</translation>
  </message>
  <message>
   <source>the font file %1 cannot be read: %2</source>
   <translation>die Schriftdatei %1 lässt sich nicht lesen: %2</translation>
  </message>
  <message>
   <source>the font file is damaged</source>
   <translation>die Schriftdatei ist beschädigt</translation>
  </message>
  <message>
   <source>the font file is damaged or holds no letters</source>
   <translation>die Schriftdatei ist beschädigt oder enthält keine Buchstaben</translation>
  </message>
  <message>
   <source>two pieces of an outline do not meet again</source>
   <translation>zwei Stücke eines Umrisses treffen sich nicht wieder</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet nothing is left of an outline</source>
   <translation>bei %1, %2 mm der Abwicklung bleibt von einem Umriss nichts übrig</translation>
  </message>
  <message>
   <source>Small capitals</source>
   <translation>Kapitälchen</translation>
  </message>
  <message>
   <source>Capitals made small</source>
   <translation>Großbuchstaben als Kapitälchen</translation>
  </message>
  <message>
   <source>Petite capitals</source>
   <translation>Kleine Kapitälchen</translation>
  </message>
  <message>
   <source>Titling capitals</source>
   <translation>Titelversalien</translation>
  </message>
  <message>
   <source>Superscript</source>
   <translation>Hochgestellt</translation>
  </message>
  <message>
   <source>Subscript</source>
   <translation>Tiefgestellt</translation>
  </message>
  <message>
   <source>Lowered figures</source>
   <translation>Tiefgestellte Ziffern</translation>
  </message>
  <message>
   <source>Ordinals</source>
   <translation>Ordnungszahlen</translation>
  </message>
  <message>
   <source>Fractions</source>
   <translation>Brüche</translation>
  </message>
  <message>
   <source>Stacked fractions</source>
   <translation>Gestapelte Brüche</translation>
  </message>
  <message>
   <source>Numerator</source>
   <translation>Zähler</translation>
  </message>
  <message>
   <source>Denominator</source>
   <translation>Nenner</translation>
  </message>
  <message>
   <source>Figures as high as capitals</source>
   <translation>Ziffern in Versalhöhe</translation>
  </message>
  <message>
   <source>Figures with tails</source>
   <translation>Mediävalziffern</translation>
  </message>
  <message>
   <source>Figures of one width</source>
   <translation>Ziffern gleicher Breite</translation>
  </message>
  <message>
   <source>Figures of their own width</source>
   <translation>Ziffern eigener Breite</translation>
  </message>
  <message>
   <source>Slashed zero</source>
   <translation>Null mit Strich</translation>
  </message>
  <message>
   <source>Signs fitted to capitals</source>
   <translation>Zeichen auf Versalien abgestimmt</translation>
  </message>
  <message>
   <source>Rare ligatures</source>
   <translation>Seltene Ligaturen</translation>
  </message>
  <message>
   <source>Historical ligatures</source>
   <translation>Historische Ligaturen</translation>
  </message>
  <message>
   <source>Historical forms</source>
   <translation>Historische Formen</translation>
  </message>
  <message>
   <source>Swashes</source>
   <translation>Schwünge</translation>
  </message>
  <message>
   <source>Other forms</source>
   <translation>Andere Formen</translation>
  </message>
  <message>
   <source>Ornaments</source>
   <translation>Schmuck</translation>
  </message>
  <message>
   <source>Set</source>
   <translation>Satz</translation>
  </message>
  <message>
   <source>Variant</source>
   <translation>Variante</translation>
  </message>
  <message>
   <source>the font lacks %1</source>
   <translation>der Schrift fehlt %1</translation>
  </message>
  <message>
   <source>a picture has no size of its own: give its width or height</source>
   <translation>ein Bild hat keine eigene Größe: geben Sie Breite oder Höhe an</translation>
  </message>
  <message>
   <source>the file holds something that cannot be read</source>
   <translation>die Datei enthält etwas, das sich nicht lesen lässt</translation>
  </message>
  <message>
   <source>at one place</source>
   <translation>an einer Stelle</translation>
  </message>
  <message>
   <source>at %1 places, the first</source>
   <translation>an %1 Stellen, die erste</translation>
  </message>
  <message>
   <source>outlines that touched were %1 %2, %3, %4 mm</source>
   <translation>sich berührende Umrisse wurden %1 %2, %3, %4 mm</translation>
  </message>
  <message>
   <source>the logo is a single line or point</source>
   <translation>das Logo ist eine einzelne Linie oder ein Punkt</translation>
  </message>
  <message>
   <source>all of the logo is smaller than the specks that are dropped</source>
   <translation>das ganze Logo ist kleiner als die Flecken, die entfallen</translation>
  </message>
  <message>
   <source>a mark needs a text</source>
   <translation>eine Kennzeichnung braucht einen Text</translation>
  </message>
  <message>
   <source>the mark's text is longer than %1 characters</source>
   <translation>der Text der Kennzeichnung ist länger als %1 Zeichen</translation>
  </message>
  <message>
   <source>this text cannot be put into the mark: %1</source>
   <translation>dieser Text passt nicht in die Kennzeichnung: %1</translation>
  </message>
  <message>
   <source>a Code 128 holds letters, digits and signs of ASCII alone</source>
   <translation>ein Code 128 enthält nur Buchstaben, Ziffern und Zeichen von ASCII</translation>
  </message>
  <message>
   <source>some of its curves could not be united and are followed in fine lines</source>
   <translation>einige Kurven ließen sich nicht vereinigen und werden in feinen Linien verfolgt</translation>
  </message>
  <message>
   <source>the file holds coordinates that are no numbers</source>
   <translation>die Datei enthält Koordinaten, die keine Zahlen sind</translation>
  </message>
  <message>
   <source>the drawing is %1 mm large: no size that could be stamped</source>
   <translation>die Zeichnung ist %1 mm groß: keine Größe, die sich prägen ließe</translation>
  </message>
  <message>
   <source>a pitch of %1 mm makes more than %2 pieces here: give a wider one</source>
   <translation>eine Teilung von %1 mm ergibt hier mehr als %2 Stücke: geben Sie eine größere an</translation>
  </message>
  <message>
   <source>a pattern of %1 mm every %2 mm leaves nothing between</source>
   <translation>ein Muster von %1 mm alle %2 mm lässt nichts dazwischen</translation>
  </message>
  <message>
   <source>the picture is larger than %1 MB</source>
   <translation>das Bild ist größer als %1 MB</translation>
  </message>
  <message>
   <source>the file is not a sound PNG or JPEG picture</source>
   <translation>die Datei ist kein einwandfreies PNG- oder JPEG-Bild</translation>
  </message>
  <message>
   <source>the picture has more than 16 million pixels</source>
   <translation>das Bild hat mehr als 16 Millionen Pixel</translation>
  </message>
  <message>
   <source>no colour of the picture is ink</source>
   <translation>keine Farbe des Bildes ist Farbauftrag</translation>
  </message>
  <message>
   <source>a line of %1 mm fills the shape: make it thinner, or 0</source>
   <translation>eine Linie von %1 mm füllt die Form: machen Sie sie dünner oder 0</translation>
  </message>
  <message>
   <source>facets of the roof do not close</source>
   <translation>die Facetten des Daches schließen sich nicht</translation>
  </message>
  <message>
   <source>these outlines cannot be carved: make them simpler, or larger</source>
   <translation>diese Umrisse lassen sich nicht bis zur Mitte stechen: machen Sie sie einfacher oder größer</translation>
  </message>
  <message>
   <source>an outline is too small to be carved</source>
   <translation>ein Umriss ist zu klein, um bis zur Mitte gestochen zu werden</translation>
  </message>
  <message>
   <source>outlines come too near to one another to be carved</source>
   <translation>Umrisse kommen einander zu nahe, um bis zur Mitte gestochen zu werden</translation>
  </message>
  <message>
   <source>a scale needs a step that is not 0</source>
   <translation>eine Skala braucht einen Schritt ungleich 0</translation>
  </message>
  <message>
   <source>a step of %1 does not lead from %2 to %3</source>
   <translation>ein Schritt von %1 führt nicht von %2 nach %3</translation>
  </message>
  <message>
   <source>from %1 to %2 there is no room for a step of %3</source>
   <translation>von %1 bis %2 ist kein Platz für einen Schritt von %3</translation>
  </message>
  <message>
   <source>the scale would have %1 marks; %2 can be made</source>
   <translation>die Skala hätte %1 Striche; %2 sind möglich</translation>
  </message>
  <message>
   <source>marks %1 mm wide run together: they stand %2 mm apart</source>
   <translation>Striche von %1 mm Breite laufen ineinander: ihr Abstand ist %2 mm</translation>
  </message>
  <message>
   <source>the font has no “%1”</source>
   <translation>die Schrift hat kein „%1“</translation>
  </message>
  <message>
   <source>the numerals run together by %1 mm: number fewer marks, or make them smaller</source>
   <translation>die Ziffern überlappen um %1 mm: beziffern Sie weniger Striche oder machen Sie sie kleiner</translation>
  </message>
  <message>
   <source>Arrow</source>
   <translation>Pfeil</translation>
  </message>
  <message>
   <source>IEC 60417-5022</source>
   <translation>IEC 60417-5022</translation>
  </message>
  <message>
   <source>Arrow both ways</source>
   <translation>Pfeil in beide Richtungen</translation>
  </message>
  <message>
   <source>IEC 60417-5023</source>
   <translation>IEC 60417-5023</translation>
  </message>
  <message>
   <source>Turn this way</source>
   <translation>In diese Richtung drehen</translation>
  </message>
  <message>
   <source>Pointer of a scale</source>
   <translation>Zeiger einer Skala</translation>
  </message>
  <message>
   <source>Centre of gravity</source>
   <translation>Schwerpunkt</translation>
  </message>
  <message>
   <source>ISO 780</source>
   <translation>ISO 780</translation>
  </message>
  <message>
   <source>This way up</source>
   <translation>Diese Seite oben</translation>
  </message>
  <message>
   <source>Recycling</source>
   <translation>Recycling</translation>
  </message>
  <message>
   <source>ISO 7000-1135</source>
   <translation>ISO 7000-1135</translation>
  </message>
  <message>
   <source>Plastic by number</source>
   <translation>Kunststoff mit Nummer</translation>
  </message>
  <message>
   <source>ASTM D7611</source>
   <translation>ASTM D7611</translation>
  </message>
  <message>
   <source>Crossed-out bin</source>
   <translation>Durchgestrichene Tonne</translation>
  </message>
  <message>
   <source>EN 50419</source>
   <translation>EN 50419</translation>
  </message>
  <message>
   <source>Earth</source>
   <translation>Erde</translation>
  </message>
  <message>
   <source>IEC 60417-5017</source>
   <translation>IEC 60417-5017</translation>
  </message>
  <message>
   <source>Protective earth</source>
   <translation>Schutzerde</translation>
  </message>
  <message>
   <source>IEC 60417-5019</source>
   <translation>IEC 60417-5019</translation>
  </message>
  <message>
   <source>Frame or chassis</source>
   <translation>Rahmen oder Masse</translation>
  </message>
  <message>
   <source>IEC 60417-5020</source>
   <translation>IEC 60417-5020</translation>
  </message>
  <message>
   <source>Double insulation</source>
   <translation>Schutzisolierung</translation>
  </message>
  <message>
   <source>IEC 60417-5172</source>
   <translation>IEC 60417-5172</translation>
  </message>
  <message>
   <source>Direct current</source>
   <translation>Gleichstrom</translation>
  </message>
  <message>
   <source>IEC 60417-5031</source>
   <translation>IEC 60417-5031</translation>
  </message>
  <message>
   <source>Alternating current</source>
   <translation>Wechselstrom</translation>
  </message>
  <message>
   <source>IEC 60417-5032</source>
   <translation>IEC 60417-5032</translation>
  </message>
  <message>
   <source>Warning</source>
   <translation>Warnung</translation>
  </message>
  <message>
   <source>ISO 7010-W001</source>
   <translation>ISO 7010-W001</translation>
  </message>
  <message>
   <source>Laser beam</source>
   <translation>Laserstrahl</translation>
  </message>
  <message>
   <source>ISO 7010-W004</source>
   <translation>ISO 7010-W004</translation>
  </message>
  <message>
   <source>Electricity</source>
   <translation>Elektrizität</translation>
  </message>
  <message>
   <source>ISO 7010-W012</source>
   <translation>ISO 7010-W012</translation>
  </message>
  <message>
   <source>there is no sign called “%1”</source>
   <translation>es gibt kein Zeichen „%1“</translation>
  </message>
  <message>
   <source>a sign has room for %1 characters, not %2</source>
   <translation>ein Zeichen hat Platz für %1 Buchstaben, nicht für %2</translation>
  </message>
  <message>
   <source>an outline runs along the line where two faces meet: move the artwork a little</source>
   <translation>ein Umriss läuft entlang der Linie, in der sich zwei Flächen treffen: verschieben Sie das Motiv ein wenig</translation>
  </message>
  <message>
   <source>an outline crosses the line where two faces meet more than once at one place: move the artwork a little</source>
   <translation>ein Umriss kreuzt die Linie, in der sich zwei Flächen treffen, an einer Stelle mehrmals: verschieben Sie das Motiv ein wenig</translation>
  </message>
  <message>
   <source>its strokes cannot be united</source>
   <translation>seine Striche lassen sich nicht vereinigen</translation>
  </message>
  <message>
   <source>lines at words</source>
   <translation>Linien an Wörtern</translation>
  </message>
  <message>
   <source>masks with shades</source>
   <translation>Masken mit Abstufungen</translation>
  </message>
  <message>
   <source>the drawing uses “%1” within itself</source>
   <translation>die Zeichnung verwendet „%1“ in sich selbst</translation>
  </message>
  <message>
   <source>clips written as CSS shapes</source>
   <translation>als CSS-Formen geschriebene Ausschnitte</translation>
  </message>
  <message>
   <source>a line of the drawing cannot be given its width</source>
   <translation>eine Linie der Zeichnung kann ihre Breite nicht bekommen</translation>
  </message>
  <message>
   <source>the file gives no size in mm: 96 units are taken as an inch</source>
   <translation>die Datei nennt keine Größe in mm: 96 Einheiten gelten als ein Zoll</translation>
  </message>
  <message>
   <source>: turn it into outlines first</source>
   <translation>: wandeln Sie ihn zuerst in Umrisse um</translation>
  </message>
  <message>
   <source>%1 times</source>
   <translation>%1-mal</translation>
  </message>
  <message>
   <source>the page (%1) is taken as no ink: see the colours</source>
   <translation>die Seite (%1) gilt nicht als Farbauftrag: siehe die Farben</translation>
  </message>
  <message>
   <source>%1 colours that touch are stamped as one: see the colours</source>
   <translation>%1 sich berührende Farben werden als eine geprägt: siehe die Farben</translation>
  </message>
  <message>
   <source>the file is not an SVG drawing</source>
   <translation>die Datei ist keine SVG-Zeichnung</translation>
  </message>
  <message>
   <source>the drawing has more than %1 elements</source>
   <translation>die Zeichnung hat mehr als %1 Elemente</translation>
  </message>
  <message>
   <source>what can be seen through was left out (%1)</source>
   <translation>Durchsichtiges wurde weggelassen (%1)</translation>
  </message>
  <message>
   <source>the file is not sound XML</source>
   <translation>die Datei ist kein einwandfreies XML</translation>
  </message>
  <message>
   <source>%1 are taken as there or not there as a whole (%2)</source>
   <translation>%1 gelten als ganz da oder gar nicht da (%2)</translation>
  </message>
  <message>
   <source>the file paints nothing that could be stamped</source>
   <translation>die Datei malt nichts, das sich prägen ließe</translation>
  </message>
  <message>
   <source>the packed file is damaged</source>
   <translation>die gepackte Datei ist beschädigt</translation>
  </message>
  <message>
   <source>%1 are taken as black and white (%2)</source>
   <translation>%1 gelten als schwarz und weiß (%2)</translation>
  </message>
  <message>
   <source>%1 in the file left out (%2)%3</source>
   <translation>%1 in der Datei weggelassen (%2)%3</translation>
  </message>
  <message>
   <source>gradients that fade out</source>
   <translation>auslaufende Verläufe</translation>
  </message>
  <message>
   <source>foreign content</source>
   <translation>fremde Inhalte</translation>
  </message>
  <message>
   <source>the drawing has more than %1 elements, with all its uses unfolded</source>
   <translation>die Zeichnung hat mit allen Verwendungen aufgelöst mehr als %1 Elemente</translation>
  </message>
  <message>
   <source>the drawing's elements lie too deep in one another</source>
   <translation>die Elemente der Zeichnung liegen zu tief ineinander</translation>
  </message>
  <message>
   <source>things from other files</source>
   <translation>Dinge aus anderen Dateien</translation>
  </message>
  <message>
   <source>fonts drawn</source>
   <translation>gezeichnete Schriften</translation>
  </message>
  <message>
   <source>letters beyond the end of their path</source>
   <translation>Buchstaben jenseits des Endes ihres Pfades</translation>
  </message>
  <message>
   <source>text that runs downwards</source>
   <translation>Text, der abwärts läuft</translation>
  </message>
  <message>
   <source>light on a clear ground: what is opaque is taken as ink</source>
   <translation>hell auf klarem Grund: Deckendes gilt als Farbauftrag</translation>
  </message>
  <message>
   <source>light on a dark ground: what is light is taken as ink</source>
   <translation>hell auf dunklem Grund: Helles gilt als Farbauftrag</translation>
  </message>
  <message>
   <source>no pixel of the picture has a colour that is ink</source>
   <translation>kein Pixel des Bildes hat eine Farbe, die Farbauftrag ist</translation>
  </message>
  <message>
   <source>nothing in the picture is %1 than the threshold</source>
   <translation>nichts im Bild ist %1 als die Schwelle</translation>
  </message>
  <message>
   <source>%1 specks of noise were smoothed away</source>
   <translation>%1 Rauschflecken wurden geglättet</translation>
  </message>
  <message>
   <source>the picture gives more than %1 outlines: it is no logo</source>
   <translation>das Bild ergibt mehr als %1 Umrisse: es ist kein Logo</translation>
  </message>
  <message>
   <source>the font's glyphs are not as many as it says</source>
   <translation>die Schrift hat nicht so viele Glyphen, wie sie sagt</translation>
  </message>
  <message>
   <source>the transform of the table %1 is unknown</source>
   <translation>die Umformung der Tabelle %1 ist unbekannt</translation>
  </message>
  <message>
   <source>the table %1 is not packed as it should be</source>
   <translation>die Tabelle %1 ist nicht so gepackt, wie sie sollte</translation>
  </message>
  <message>
   <source>the font ends too early</source>
   <translation>die Schrift endet zu früh</translation>
  </message>
  <message>
   <source>the font's points are not as many as it says</source>
   <translation>die Schrift hat nicht so viele Punkte, wie sie sagt</translation>
  </message>
  <message>
   <source>the file of “%1” is not within the job</source>
   <translation>die Datei von „%1“ ist nicht im Auftrag</translation>
  </message>
  <message>
   <source>“%1” cannot be made: %2</source>
   <translation>„%1“ lässt sich nicht machen: %2</translation>
  </message>
  <message>
   <source>hole “%1”</source>
   <translation>Loch „%1“</translation>
  </message>
  <message>
   <source>the part cannot be hollowed to a wall of %1 mm: try another wall, or other open faces</source>
   <translation>das Teil lässt sich nicht auf eine Wand von %1 mm aushöhlen: versuchen Sie eine andere Wand oder andere offene Flächen</translation>
  </message>
  <message>
   <source>these edges cannot be %1 by %2 mm: the faces beside them leave too little room, or other edges are in the way</source>
   <translation>diese Kanten lassen sich nicht um %2 mm %1: die Flächen daneben lassen zu wenig Platz, oder andere Kanten sind im Weg</translation>
  </message>
  <message>
   <source>%1 and the part could not be combined</source>
   <translation>%1 und das Teil ließen sich nicht verknüpfen</translation>
  </message>
  <message>
   <source>nothing is left of the part when %1 is cut away</source>
   <translation>vom Teil bleibt nichts, wenn %1 abgezogen ist</translation>
  </message>
  <message>
   <source>%1 does not touch the part</source>
   <translation>%1 berührt das Teil nicht</translation>
  </message>
  <message>
   <source>%1 cuts the part to pieces</source>
   <translation>%1 zerschneidet das Teil</translation>
  </message>
  <message>
   <source>%1 lies within the part and adds nothing</source>
   <translation>%1 liegt im Teil und fügt nichts hinzu</translation>
  </message>
  <message>
   <source>%1 does not reach the part and cuts nothing</source>
   <translation>%1 erreicht das Teil nicht und schneidet nichts</translation>
  </message>
  <message>
   <source>there is no edge “%1” to soften</source>
   <translation>es gibt keine Kante „%1“ zu brechen</translation>
  </message>
  <message>
   <source>no spline follows the curve</source>
   <translation>kein Spline folgt der Kurve</translation>
  </message>
  <message>
   <source>no spline follows the surface</source>
   <translation>kein Spline folgt der Fläche</translation>
  </message>
  <message>
   <source>it has no point there</source>
   <translation>es hat dort keinen Punkt</translation>
  </message>
  <message>
   <source>groove “%1”</source>
   <translation>Nut „%1“</translation>
  </message>
  <message>
   <source>the section cannot be carried along this path: it bends too tightly</source>
   <translation>der Schnitt lässt sich nicht entlang dieses Weges führen: er krümmt sich zu eng</translation>
  </message>
  <message>
   <source>the path cannot be laid on this face</source>
   <translation>der Weg lässt sich nicht auf diese Fläche legen</translation>
  </message>
  <message>
   <source>this face has no way all round: draw the path</source>
   <translation>diese Fläche hat keinen Weg ringsum: zeichnen Sie den Weg</translation>
  </message>
  <message>
   <source>the edge is not one of the face's</source>
   <translation>die Kante gehört nicht zur Fläche</translation>
  </message>
  <message>
   <source>there is no face “%1” any more; there are %2</source>
   <translation>es gibt keine Fläche „%1“ mehr; es gibt %2</translation>
  </message>
  <message>
   <source>choose a face</source>
   <translation>wählen Sie eine Fläche</translation>
  </message>
  <message>
   <source>“%1” cannot be laid out flat</source>
   <translation>„%1“ lässt sich nicht flach auslegen</translation>
  </message>
  <message>
   <source>the face's surface does not run round</source>
   <translation>die Oberfläche der Fläche läuft nicht herum</translation>
  </message>
  <message>
   <source>the face's surface is not where it lies</source>
   <translation>die Oberfläche der Fläche ist nicht, wo sie liegt</translation>
  </message>
  <message>
   <source>the face has not two rims</source>
   <translation>die Fläche hat nicht zwei Ränder</translation>
  </message>
  <message>
   <source>an edge of the face has no curve on it</source>
   <translation>eine Kante der Fläche hat keine Kurve auf ihr</translation>
  </message>
  <message>
   <source>a hole lies over the new seam</source>
   <translation>ein Loch liegt über der neuen Naht</translation>
  </message>
  <message>
   <source>a rim meets the new seam more than once</source>
   <translation>ein Rand trifft die neue Naht mehrmals</translation>
  </message>
  <message>
   <source>a rim turns back where the new seam would be</source>
   <translation>ein Rand kehrt um, wo die neue Naht wäre</translation>
  </message>
  <message>
   <source>the face's rims do not lie about it as they should</source>
   <translation>die Ränder der Fläche liegen nicht um sie, wie sie sollten</translation>
  </message>
  <message>
   <source>the face closes both ways</source>
   <translation>die Fläche schließt sich in beide Richtungen</translation>
  </message>
  <message>
   <source>the face's edges do not close</source>
   <translation>die Kanten der Fläche schließen nicht</translation>
  </message>
  <message>
   <source>the face's edges do not run once round it</source>
   <translation>die Kanten der Fläche laufen nicht einmal um sie herum</translation>
  </message>
  <message>
   <source>the faces do not close</source>
   <translation>die Flächen schließen nicht</translation>
  </message>
  <message>
   <source>the skin bends more tightly than its thickness of %1 mm</source>
   <translation>die Haut krümmt sich enger als ihre Dicke von %1 mm</translation>
  </message>
  <message>
   <source>the faces of the file do not close to a solid, even with gaps of %1 mm</source>
   <translation>die Flächen der Datei schließen sich auch mit Lücken von %1 mm nicht zu einem Körper</translation>
  </message>
  <message>
   <source>this is not a STEP file: it does not begin as one</source>
   <translation>dies ist keine STEP-Datei: sie beginnt nicht als eine</translation>
  </message>
  <message>
   <source>the file is damaged: it cannot be read as STEP</source>
   <translation>die Datei ist beschädigt: sie lässt sich nicht als STEP lesen</translation>
  </message>
  <message>
   <source>the file holds no geometry</source>
   <translation>die Datei enthält keine Geometrie</translation>
  </message>
  <message>
   <source>the file is in %1: converted to mm</source>
   <translation>die Datei ist in %1: in mm umgerechnet</translation>
  </message>
  <message>
   <source>the part has more than %1 faces</source>
   <translation>das Teil hat mehr als %1 Flächen</translation>
  </message>
  <message>
   <source>its faces did not make a solid: closed within %1 mm</source>
   <translation>seine Flächen ergaben keinen Körper: innerhalb von %1 mm geschlossen</translation>
  </message>
  <message>
   <source>the file holds no solid that can be used</source>
   <translation>die Datei enthält keinen brauchbaren Körper</translation>
  </message>
  <message>
   <source>the file holds no faces: only lines or points</source>
   <translation>die Datei enthält keine Flächen: nur Linien oder Punkte</translation>
  </message>
  <message>
   <source>split faces were joined: %1 faces became %2</source>
   <translation>geteilte Flächen wurden vereint: aus %1 Flächen wurden %2</translation>
  </message>
  <message>
   <source>it was inside out and has been turned</source>
   <translation>es war umgestülpt und wurde gewendet</translation>
  </message>
  <message>
   <source>the file has no solid %1</source>
   <translation>die Datei hat keinen Körper %1</translation>
  </message>
  <message>
   <source>the file within the job is not the one its faces were named for</source>
   <translation>die Datei im Auftrag ist nicht die, deren Flächen benannt wurden</translation>
  </message>
  <message>
   <source>the part would not be sound</source>
   <translation>das Teil wäre nicht einwandfrei</translation>
  </message>
  <message>
   <source>the file is damaged: its geometry cannot be read</source>
   <translation>die Datei ist beschädigt: ihre Geometrie lässt sich nicht lesen</translation>
  </message>
  <message>
   <source>its edges or faces were faulty and have been mended</source>
   <translation>seine Kanten oder Flächen waren fehlerhaft und wurden ausgebessert</translation>
  </message>
  <message>
   <source>it has faults that could not be mended: marks near them may fail</source>
   <translation>es hat Fehler, die sich nicht ausbessern ließen: Prägungen in der Nähe können misslingen</translation>
  </message>
  <message>
   <source>, over</source>
   <translation>, mehr als</translation>
  </message>
  <message>
   <source>%1 has no surface of its own</source>
   <translation>%1 hat keine eigene Oberfläche</translation>
  </message>
  <message>
   <source>a flat face has no way round: give a length, such as 5 mm</source>
   <translation>eine ebene Fläche hat keinen Weg herum: geben Sie eine Länge an, etwa 5 mm</translation>
  </message>
  <message>
   <source>%1, inside</source>
   <translation>%1, innen</translation>
  </message>
  <message>
   <source>only a face that closes up the meridian runs round a bar</source>
   <translation>nur eine Fläche, die sich entlang des Meridians schließt, läuft um einen Strang</translation>
  </message>
  <message>
   <source>%1, projected</source>
   <translation>%1, projiziert</translation>
  </message>
  <message>
   <source>the cast does not meet the face there: it comes from behind or grazes it</source>
   <translation>die Projektion trifft die Fläche dort nicht: sie kommt von hinten oder streift sie</translation>
  </message>
  <message>
   <source>the cast does not come out of this face again</source>
   <translation>die Projektion tritt nicht wieder aus dieser Fläche aus</translation>
  </message>
  <message>
   <source>the cast does not meet the face</source>
   <translation>die Projektion trifft die Fläche nicht</translation>
  </message>
  <message>
   <source>this place is not reached by the cast</source>
   <translation>diese Stelle erreicht die Projektion nicht</translation>
  </message>
  <message>
   <source>cone, inside</source>
   <translation>Kegel, innen</translation>
  </message>
  <message>
   <source>this place lies beyond the apex of the cone</source>
   <translation>diese Stelle liegt jenseits der Spitze des Kegels</translation>
  </message>
  <message>
   <source>cylinder, inside</source>
   <translation>Zylinder, innen</translation>
  </message>
  <message>
   <source>%1, least stretch</source>
   <translation>%1, geringste Dehnung</translation>
  </message>
  <message>
   <source>the artwork's place is not on the face: move it there</source>
   <translation>der Platz des Motivs ist nicht auf der Fläche: verschieben Sie es dorthin</translation>
  </message>
  <message>
   <source>%1 mm is more than the face's radius of %2 mm</source>
   <translation>%1 mm ist mehr als der Radius der Fläche von %2 mm</translation>
  </message>
  <message>
   <source>a part of the artwork lies past the end of the face</source>
   <translation>ein Teil des Motivs liegt jenseits des Endes der Fläche</translation>
  </message>
  <message>
   <source>%1, patch</source>
   <translation>%1, Flicken</translation>
  </message>
  <message>
   <source>this place is too near to the pole of a face that is no ball</source>
   <translation>diese Stelle ist zu nahe am Pol einer Fläche, die keine Kugel ist</translation>
  </message>
  <message>
   <source>a part of a turn is laid out as a belt alone</source>
   <translation>ein Teil einer Drehung wird nur als Gürtel ausgelegt</translation>
  </message>
  <message>
   <source>%1 faces, %2</source>
   <translation>%1 Flächen, %2</translation>
  </message>
  <message>
   <source>the artwork runs round the end of the line where two faces meet</source>
   <translation>das Motiv läuft um das Ende der Linie herum, in der zwei Flächen sich treffen</translation>
  </message>
  <message>
   <source>the artwork only just crosses the line where two faces meet: move it a little</source>
   <translation>das Motiv kreuzt die Linie, in der zwei Flächen sich treffen, nur eben so: verschieben Sie es ein wenig</translation>
  </message>
  <message>
   <source>least stretch</source>
   <translation>geringste Dehnung</translation>
  </message>
  <message>
   <source>this face has no axis</source>
   <translation>diese Fläche hat keine Achse</translation>
  </message>
  <message>
   <source>Tin Stamp</source>
   <translation>Tin Stamp</translation>
  </message>
  <message>
   <source>a new job</source>
   <translation>ein neuer Auftrag</translation>
  </message>
  <message>
   <source>Unsaved work was found</source>
   <translation>Nicht gesicherte Arbeit gefunden</translation>
  </message>
  <message>
   <source>Tin Stamp ended without saving changes to “%1”. Take them up again?</source>
   <translation>Tin Stamp endete, ohne die Änderungen an „%1“ zu sichern. Wieder aufnehmen?</translation>
  </message>
  <message>
   <source>it cannot be worked out</source>
   <translation>es lässt sich nicht berechnen</translation>
  </message>
  <message>
   <source>%1. The copy was put aside as %2</source>
   <translation>%1. Die Kopie wurde beiseitegelegt als %2</translation>
  </message>
  <message>
   <source>The copy cannot be read</source>
   <translation>Die Kopie lässt sich nicht lesen</translation>
  </message>
  <message>
   <source>File</source>
   <translation>Datei</translation>
  </message>
  <message>
   <source>Edit</source>
   <translation>Bearbeiten</translation>
  </message>
  <message>
   <source>Stamp</source>
   <translation>Prägung</translation>
  </message>
  <message>
   <source>View</source>
   <translation>Ansicht</translation>
  </message>
  <message>
   <source>Go to</source>
   <translation>Gehe zu</translation>
  </message>
  <message>
   <source>Whole part</source>
   <translation>Ganzes Teil</translation>
  </message>
  <message>
   <source>The whole part from the front</source>
   <translation>Das ganze Teil von vorn</translation>
  </message>
  <message>
   <source>Square on</source>
   <translation>Senkrecht</translation>
  </message>
  <message>
   <source>Straight at the stamp</source>
   <translation>Gerade auf die Prägung</translation>
  </message>
  <message>
   <source>End on</source>
   <translation>Von der Seite</translation>
  </message>
  <message>
   <source>Along the face, to see the walls</source>
   <translation>Entlang der Fläche, um die Flanken zu sehen</translation>
  </message>
  <message>
   <source>Section</source>
   <translation>Schnitt</translation>
  </message>
  <message>
   <source>Cut through the stamp, to see what wall is left</source>
   <translation>Schnitt durch die Prägung, um die Restwand zu sehen</translation>
  </message>
  <message>
   <source>New</source>
   <translation>Neu</translation>
  </message>
  <message>
   <source>New window</source>
   <translation>Neues Fenster</translation>
  </message>
  <message>
   <source>From a STEP file …</source>
   <translation>Aus einer STEP-Datei …</translation>
  </message>
  <message>
   <source>Open …</source>
   <translation>Öffnen …</translation>
  </message>
  <message>
   <source>Save</source>
   <translation>Sichern</translation>
  </message>
  <message>
   <source>Save as …</source>
   <translation>Sichern als …</translation>
  </message>
  <message>
   <source>Quit</source>
   <translation>Beenden</translation>
  </message>
  <message>
   <source>Put the blank on the shelf …</source>
   <translation>Rohling ins Regal legen …</translation>
  </message>
  <message>
   <source>Write files</source>
   <translation>Dateien schreiben</translation>
  </message>
  <message>
   <source>Proof sheet …</source>
   <translation>Freigabeblatt …</translation>
  </message>
  <message>
   <source>The whole proof …</source>
   <translation>Die ganze Prüfung …</translation>
  </message>
  <message>
   <source>Series …</source>
   <translation>Serie …</translation>
  </message>
  <message>
   <source>Shop …</source>
   <translation>Werkstatt …</translation>
  </message>
  <message>
   <source>Save a picture …</source>
   <translation>Bild sichern …</translation>
  </message>
  <message>
   <source>Undo</source>
   <translation>Zurück</translation>
  </message>
  <message>
   <source>Redo</source>
   <translation>Wieder vor</translation>
  </message>
  <message>
   <source>Before and after …</source>
   <translation>Vorher und nachher …</translation>
  </message>
  <message>
   <source>Cut</source>
   <translation>Ausschneiden</translation>
  </message>
  <message>
   <source>Copy</source>
   <translation>Kopieren</translation>
  </message>
  <message>
   <source>Paste</source>
   <translation>Einfügen</translation>
  </message>
  <message>
   <source>Put the stamp on the shelf …</source>
   <translation>Prägung ins Regal legen …</translation>
  </message>
  <message>
   <source>+ Stamp</source>
   <translation>+ Prägung</translation>
  </message>
  <message>
   <source>Text on this stamp</source>
   <translation>Text auf dieser Prägung</translation>
  </message>
  <message>
   <source>Measure</source>
   <translation>Messen</translation>
  </message>
  <message>
   <source>Stop the build</source>
   <translation>Aufbau anhalten</translation>
  </message>
  <message>
   <source>Worst place of the map</source>
   <translation>Schlechteste Stelle der Karte</translation>
  </message>
  <message>
   <source>Part alone</source>
   <translation>Nur das Teil</translation>
  </message>
  <message>
   <source>The whole middle for the part; once more, both share it</source>
   <translation>Die ganze Mitte für das Teil; noch einmal, und beide teilen sie wieder</translation>
  </message>
  <message>
   <source>Sheet alone</source>
   <translation>Nur die Abwicklung</translation>
  </message>
  <message>
   <source>The whole middle for the sheet; once more, both share it</source>
   <translation>Die ganze Mitte für die Abwicklung; noch einmal, und beide teilen sie wieder</translation>
  </message>
  <message>
   <source>Sheet: the artwork</source>
   <translation>Abwicklung: das Motiv</translation>
  </message>
  <message>
   <source>Sheet: the whole face</source>
   <translation>Abwicklung: die ganze Fläche</translation>
  </message>
  <message>
   <source>Sheet: artwork upright</source>
   <translation>Abwicklung: Motiv aufrecht</translation>
  </message>
  <message>
   <source>Choose all on the face</source>
   <translation>Alle auf der Fläche wählen</translation>
  </message>
  <message>
   <source>Light</source>
   <translation>Hell</translation>
  </message>
  <message>
   <source>A light desk</source>
   <translation>Ein heller Arbeitsplatz</translation>
  </message>
  <message>
   <source>Dark</source>
   <translation>Dunkel</translation>
  </message>
  <message>
   <source>A dark desk</source>
   <translation>Ein dunkler Arbeitsplatz</translation>
  </message>
  <message>
   <source>As the desktop</source>
   <translation>Wie der Desktop</translation>
  </message>
  <message>
   <source>Light or dark as the desktop is</source>
   <translation>Hell oder dunkel wie der Desktop</translation>
  </message>
  <message>
   <source>Size as the desktop's type</source>
   <translation>Größe wie die Schrift des Desktops</translation>
  </message>
  <message>
   <source>Everything as large as the desktop's own type, from the next start on</source>
   <translation>Alles so groß wie die Schrift des Desktops, ab dem nächsten Start</translation>
  </message>
  <message>
   <source>Language of the desktop</source>
   <translation>Sprache des Desktops</translation>
  </message>
  <message>
   <source>The language of the desktop, from the next start on</source>
   <translation>Die Sprache des Desktops, ab dem nächsten Start</translation>
  </message>
  <message>
   <source>The guide</source>
   <translation>Leitfaden</translation>
  </message>
  <message>
   <source>Find stamps</source>
   <translation>Prägungen suchen</translation>
  </message>
  <message>
   <source>To the ticket</source>
   <translation>Zur Laufkarte</translation>
  </message>
  <message>
   <source>To the part</source>
   <translation>Zum Teil</translation>
  </message>
  <message>
   <source>To the sheet</source>
   <translation>Zur Abwicklung</translation>
  </message>
  <message>
   <source>To the fields</source>
   <translation>Zu den Feldern</translation>
  </message>
  <message>
   <source>there is no command “%1”</source>
   <translation>es gibt keinen Befehl „%1“</translation>
  </message>
  <message>
   <source>A new job</source>
   <translation>Ein neuer Auftrag</translation>
  </message>
  <message>
   <source>Another window, for another job</source>
   <translation>Ein weiteres Fenster, für einen anderen Auftrag</translation>
  </message>
  <message>
   <source>Open a job</source>
   <translation>Einen Auftrag öffnen</translation>
  </message>
  <message>
   <source>Files for the maker</source>
   <translation>Dateien für den Fertiger</translation>
  </message>
  <message>
   <source>The sheet to sign, with views, sections and findings</source>
   <translation>Das Blatt zum Unterschreiben, mit Ansichten, Schnitten und Befunden</translation>
  </message>
  <message>
   <source>All findings, processes, standards, time and cost, and what would fit</source>
   <translation>Alle Befunde, Verfahren, Normen, Zeit und Kosten, und was passen würde</translation>
  </message>
  <message>
   <source>Many parts of this job, from a table or with serials</source>
   <translation>Viele Teile dieses Auftrags, aus einer Tabelle oder mit Seriennummern</translation>
  </message>
  <message>
   <source>Send the part to a printer, a laser, an engraver or a press</source>
   <translation>Das Teil an einen Drucker, einen Laser, eine Graviermaschine oder eine Presse senden</translation>
  </message>
  <message>
   <source>The part as it is seen now, as PNG</source>
   <translation>Das Teil, wie es jetzt zu sehen ist, als PNG</translation>
  </message>
  <message>
   <source>The part beside a former state: what was changed, which volume, which findings</source>
   <translation>Das Teil neben einem früheren Stand: was geändert wurde, welches Volumen, welche Befunde</translation>
  </message>
  <message>
   <source>The chosen stamp to the clipboard</source>
   <translation>Die gewählte Prägung in die Zwischenablage</translation>
  </message>
  <message>
   <source>A copy of the chosen stamp to the clipboard</source>
   <translation>Eine Kopie der gewählten Prägung in die Zwischenablage</translation>
  </message>
  <message>
   <source>A stamp, a drawing or a text from the clipboard</source>
   <translation>Eine Prägung, eine Zeichnung oder ein Text aus der Zwischenablage</translation>
  </message>
  <message>
   <source>Keep the chosen stamp, to use it again on other parts</source>
   <translation>Die gewählte Prägung aufheben, um sie auf anderen Teilen wieder zu verwenden</translation>
  </message>
  <message>
   <source>A new text on the chosen face</source>
   <translation>Ein neuer Text auf der gewählten Fläche</translation>
  </message>
  <message>
   <source>A new text on the wall or cap of the chosen stamp that was clicked</source>
   <translation>Ein neuer Text auf der angeklickten Wand oder Deckfläche der gewählten Prägung</translation>
  </message>
  <message>
   <source>Measure on the part</source>
   <translation>Am Teil messen</translation>
  </message>
  <message>
   <source>Stop the build; with none to stop, close what stands beside the desk</source>
   <translation>Den Aufbau anhalten; läuft keiner, schließen, was neben dem Arbeitsplatz steht</translation>
  </message>
  <message>
   <source>Mark the worst place of what is shown in colours</source>
   <translation>Die schlechteste Stelle dessen zeigen, was in Farben dargestellt ist</translation>
  </message>
  <message>
   <source>The sheet as near as the chosen artwork allows</source>
   <translation>Die Abwicklung so nah, wie das gewählte Motiv erlaubt</translation>
  </message>
  <message>
   <source>The whole face in the sheet</source>
   <translation>Die ganze Fläche in der Abwicklung</translation>
  </message>
  <message>
   <source>Turn the sheet so that the artwork's up is up, or the face's again</source>
   <translation>Die Abwicklung drehen, sodass oben am Motiv oben ist, oder wieder oben an der Fläche</translation>
  </message>
  <message>
   <source>Choose all stamps of the face, to move or line them up together</source>
   <translation>Alle Prägungen der Fläche wählen, um sie zusammen zu verschieben oder auszurichten</translation>
  </message>
  <message>
   <source>How things are done, searched by words</source>
   <translation>Wie man Dinge tut, nach Wörtern zu durchsuchen</translation>
  </message>
  <message>
   <source>Words that the cards of a long ticket are found by</source>
   <translation>Wörter, nach denen die Karten einer langen Laufkarte gefunden werden</translation>
  </message>
  <message>
   <source>Size %1 %</source>
   <translation>Größe %1 %</translation>
  </message>
  <message>
   <source>Everything at %1 %, from the next start on</source>
   <translation>Alles mit %1 %, ab dem nächsten Start</translation>
  </message>
  <message>
   <source>From the next start on</source>
   <translation>Ab dem nächsten Start</translation>
  </message>
  <message>
   <source>%1: %2 mm³</source>
   <translation>%1: %2 mm³</translation>
  </message>
  <message>
   <source>%1: not measured</source>
   <translation>%1: nicht gemessen</translation>
  </message>
  <message>
   <source>finding</source>
   <translation>Befund</translation>
  </message>
  <message>
   <source>went</source>
   <translation>verschwunden</translation>
  </message>
  <message>
   <source>Before and after</source>
   <translation>Vorher und nachher</translation>
  </message>
  <message>
   <source>Former state</source>
   <translation>Früherer Stand</translation>
  </message>
  <message>
   <source>What is different</source>
   <translation>Was anders ist</translation>
  </message>
  <message>
   <source>Close</source>
   <translation>Schließen</translation>
  </message>
  <message>
   <source>Now, beside the state</source>
   <translation>Jetzt, neben dem Stand</translation>
  </message>
  <message>
   <source>volume of the relief</source>
   <translation>Volumen des Reliefs</translation>
  </message>
  <message>
   <source>before “%1”</source>
   <translation>vor „%1“</translation>
  </message>
  <message>
   <source>Nothing was changed yet.</source>
   <translation>Noch wurde nichts geändert.</translation>
  </message>
  <message>
   <source>%1 mm³</source>
   <translation>%1 mm³</translation>
  </message>
  <message>
   <source>Of</source>
   <translation>Von</translation>
  </message>
  <message>
   <source>What</source>
   <translation>Was</translation>
  </message>
  <message>
   <source>Before</source>
   <translation>Vorher</translation>
  </message>
  <message>
   <source>Now</source>
   <translation>Jetzt</translation>
  </message>
  <message>
   <source>as it was saved</source>
   <translation>wie er gesichert wurde</translation>
  </message>
  <message>
   <source>as it began</source>
   <translation>wie er begann</translation>
  </message>
  <message>
   <source>It was not looked at long enough to be kept.</source>
   <translation>Er wurde nicht lange genug angesehen, um behalten zu werden.</translation>
  </message>
  <message>
   <source>It is being made.</source>
   <translation>Es wird gerade gemacht.</translation>
  </message>
  <message>
   <source>nothing is different</source>
   <translation>nichts ist anders</translation>
  </message>
  <message>
   <source>Letters on the face are %1 wide and %2 tall.</source>
   <translation>Die Buchstaben auf der Fläche sind %1 breit und %2 hoch.</translation>
  </message>
  <message>
   <source>Wrapped round</source>
   <translation>Herumgelegt</translation>
  </message>
  <message>
   <source>Cast, square to it</source>
   <translation>Projiziert, senkrecht darauf</translation>
  </message>
  <message>
   <source>It cannot be laid on this face so.</source>
   <translation>So lässt es sich nicht auf diese Fläche legen.</translation>
  </message>
  <message>
   <source>A part of it misses the face.</source>
   <translation>Ein Teil davon verfehlt die Fläche.</translation>
  </message>
  <message>
   <source>Wrapped and cast</source>
   <translation>Herumgelegt und projiziert</translation>
  </message>
  <message>
   <source>“%1” wrapped and cast</source>
   <translation>„%1“ herumgelegt und projiziert</translation>
  </message>
  <message>
   <source>As it looks square on to the middle of the artwork.</source>
   <translation>Wie es senkrecht auf die Mitte des Motivs aussieht.</translation>
  </message>
  <message>
   <source>%1  ·  %2 kB</source>
   <translation>%1  ·  %2 kB</translation>
  </message>
  <message>
   <source>Choose at least one kind of file.</source>
   <translation>Wählen Sie mindestens eine Dateiart.</translation>
  </message>
  <message>
   <source>Choose a folder.</source>
   <translation>Wählen Sie einen Ordner.</translation>
  </message>
  <message>
   <source>Give the files a name, without a slash.</source>
   <translation>Geben Sie den Dateien einen Namen ohne Schrägstrich.</translation>
  </message>
  <message>
   <source>Writing …</source>
   <translation>Wird geschrieben …</translation>
  </message>
  <message>
   <source>%1  ·  moved away since</source>
   <translation>%1  ·  seither verschoben</translation>
  </message>
  <message>
   <source>Write files for the maker</source>
   <translation>Dateien für den Fertiger schreiben</translation>
  </message>
  <message>
   <source>Folder</source>
   <translation>Ordner</translation>
  </message>
  <message>
   <source>Choose …</source>
   <translation>Wählen …</translation>
  </message>
  <message>
   <source>Name</source>
   <translation>Name</translation>
  </message>
  <message>
   <source>Write</source>
   <translation>Schreiben</translation>
  </message>
  <message>
   <source>Settings</source>
   <translation>Einstellungen</translation>
  </message>
  <message>
   <source>Writing: %1 …</source>
   <translation>Wird geschrieben: %1 …</translation>
  </message>
  <message>
   <source>There is something to fix: see the proof line before sending these on.</source>
   <translation>Es ist noch etwas zu beheben: sehen Sie in die Prüfzeile, bevor Sie diese weitergeben.</translation>
  </message>
  <message>
   <source>Write them even so</source>
   <translation>Trotzdem schreiben</translation>
  </message>
  <message>
   <source>Search the guide</source>
   <translation>Leitfaden durchsuchen</translation>
  </message>
  <message>
   <source>Pages</source>
   <translation>Seiten</translation>
  </message>
  <message>
   <source>Page</source>
   <translation>Seite</translation>
  </message>
  <message>
   <source>Tin Stamp %1</source>
   <translation>Tin Stamp %1</translation>
  </message>
  <message>
   <source>Nothing in the guide holds these words.</source>
   <translation>Nichts im Leitfaden enthält diese Wörter.</translation>
  </message>
  <message>
   <source>%1   %2 of the drawing</source>
   <translation>%1   %2 der Zeichnung</translation>
  </message>
  <message>
   <source>less than 1 %</source>
   <translation>weniger als 1 %</translation>
  </message>
  <message>
   <source>%1   seen through, %2 % opaque</source>
   <translation>%1   durchscheinend, %2 % deckend</translation>
  </message>
  <message>
   <source>Colours of the drawing</source>
   <translation>Farben der Zeichnung</translation>
  </message>
  <message>
   <source>Which colours of “%1” are ink?</source>
   <translation>Welche Farben von „%1“ sind Farbauftrag?</translation>
  </message>
  <message>
   <source>Ink is what is cut or raised on the part. What is cut out is taken from the ink that lies under it; what is left out is as if it were not there.</source>
   <translation>Farbauftrag ist, was am Teil vertieft oder erhaben wird. Was ausgeschnitten ist, wird von dem Farbauftrag darunter weggenommen; was weggelassen ist, gilt als nicht da.</translation>
  </message>
  <message>
   <source>As the file paints it</source>
   <translation>Wie die Datei es malt</translation>
  </message>
  <message>
   <source>What will be stamped</source>
   <translation>Was geprägt wird</translation>
  </message>
  <message>
   <source>A stamp of its own for each ink, all in the same place</source>
   <translation>Eine eigene Prägung für jeden Farbauftrag, alle an derselben Stelle</translation>
  </message>
  <message>
   <source>Invert</source>
   <translation>Umkehren</translation>
  </message>
  <message>
   <source>What is ink is cut out, and what is cut out is ink</source>
   <translation>Was Farbauftrag ist, wird ausgeschnitten, und umgekehrt</translation>
  </message>
  <message>
   <source>As suggested</source>
   <translation>Wie vorgeschlagen</translation>
  </message>
  <message>
   <source>Cancel</source>
   <translation>Abbrechen</translation>
  </message>
  <message>
   <source>Use these</source>
   <translation>Diese verwenden</translation>
  </message>
  <message>
   <source>and %1 more colours, taken as suggested</source>
   <translation>und %1 weitere Farben, wie vorgeschlagen</translation>
  </message>
  <message>
   <source>No colour is ink: there is nothing to stamp</source>
   <translation>Keine Farbe ist Farbauftrag: es gibt nichts zu prägen</translation>
  </message>
  <message>
   <source>Tin Stamp jobs (*%1)</source>
   <translation>Tin-Stamp-Aufträge (*%1)</translation>
  </message>
  <message>
   <source>Replace it</source>
   <translation>Ersetzen</translation>
  </message>
  <message>
   <source>Save under another name …</source>
   <translation>Unter anderem Namen sichern …</translation>
  </message>
  <message>
   <source>Do not save</source>
   <translation>Nicht sichern</translation>
  </message>
  <message>
   <source>Pictures (*.png)</source>
   <translation>Bilder (*.png)</translation>
  </message>
  <message>
   <source>Another window could not be started</source>
   <translation>Ein weiteres Fenster ließ sich nicht starten</translation>
  </message>
  <message>
   <source>Put the blank on the shelf</source>
   <translation>Rohling ins Regal legen</translation>
  </message>
  <message>
   <source>Your shelf</source>
   <translation>Ihr Regal</translation>
  </message>
  <message>
   <source>The lantern's parts</source>
   <translation>Die Teile der Laterne</translation>
  </message>
  <message>
   <source>Plain shapes</source>
   <translation>Einfache Formen</translation>
  </message>
  <message>
   <source>Another window of Tin Stamp has it open. What is saved there and what is saved here replace one another</source>
   <translation>Ein anderes Fenster von Tin Stamp hat ihn geöffnet. Was dort und was hier gesichert wird, ersetzt einander</translation>
  </message>
  <message>
   <source>This job is open elsewhere</source>
   <translation>Dieser Auftrag ist anderswo geöffnet</translation>
  </message>
  <message>
   <source>Save the job</source>
   <translation>Auftrag sichern</translation>
  </message>
  <message>
   <source>The file has changed</source>
   <translation>Die Datei hat sich geändert</translation>
  </message>
  <message>
   <source>Saving here replaces what the other program wrote; that stays as the version before.</source>
   <translation>Hier zu sichern ersetzt, was das andere Programm geschrieben hat; das bleibt als vorherige Fassung.</translation>
  </message>
  <message>
   <source>Save a picture</source>
   <translation>Bild sichern</translation>
  </message>
  <message>
   <source>Unsaved changes</source>
   <translation>Nicht gesicherte Änderungen</translation>
  </message>
  <message>
   <source>Save the changes to “%1” first?</source>
   <translation>Die Änderungen an „%1“ zuerst sichern?</translation>
  </message>
  <message>
   <source>Start page …</source>
   <translation>Startseite …</translation>
  </message>
  <message>
   <source>Demo, %1</source>
   <translation>Beispiel, %1</translation>
  </message>
  <message>
   <source>This blank cannot be taken</source>
   <translation>Dieser Rohling lässt sich nicht nehmen</translation>
  </message>
  <message>
   <source>The blank cannot be put on the shelf</source>
   <translation>Der Rohling lässt sich nicht ins Regal legen</translation>
  </message>
  <message>
   <source>This job cannot be opened</source>
   <translation>Dieser Auftrag lässt sich nicht öffnen</translation>
  </message>
  <message>
   <source>What is new</source>
   <translation>Was neu ist</translation>
  </message>
  <message>
   <source>The job could not be saved</source>
   <translation>Der Auftrag konnte nicht gesichert werden</translation>
  </message>
  <message>
   <source>%1 cannot be written: %2</source>
   <translation>%1 lässt sich nicht schreiben: %2</translation>
  </message>
  <message>
   <source>no recent jobs</source>
   <translation>keine zuletzt geöffneten Aufträge</translation>
  </message>
  <message>
   <source>%1 pieces of outline before, %2 after; moved %3 mm at most</source>
   <translation>%1 Umrissstücke vorher, %2 nachher; höchstens %3 mm verschoben</translation>
  </message>
  <message>
   <source>open end (○) at %1, %2 mm</source>
   <translation>offenes Ende (○) bei %1, %2 mm</translation>
  </message>
  <message>
   <source>ends joined</source>
   <translation>Enden verbunden</translation>
  </message>
  <message>
   <source>lines drawn twice, taken once</source>
   <translation>doppelt gezeichnete Linien, einmal genommen</translation>
  </message>
  <message>
   <source>crossings of a line with itself (×), parted there</source>
   <translation>Kreuzungen einer Linie mit sich selbst (×), dort getrennt</translation>
  </message>
  <message>
   <source>specks left out</source>
   <translation>Flecken weggelassen</translation>
  </message>
  <message>
   <source>and %1 more open ends</source>
   <translation>und %1 weitere offene Enden</translation>
  </message>
  <message>
   <source>Clean-up of the outlines</source>
   <translation>Bereinigung der Umrisse</translation>
  </message>
  <message>
   <source>“%1” before and after</source>
   <translation>„%1“ vorher und nachher</translation>
  </message>
  <message>
   <source>As it came</source>
   <translation>Wie es kam</translation>
  </message>
  <message>
   <source>As it will be made</source>
   <translation>Wie es gemacht wird</translation>
  </message>
  <message>
   <source>After the clean-up</source>
   <translation>Nach der Bereinigung</translation>
  </message>
  <message>
   <source>Before the clean-up</source>
   <translation>Vor der Bereinigung</translation>
  </message>
  <message>
   <source>Parts of the time</source>
   <translation>Anteile der Zeit</translation>
  </message>
  <message>
   <source>Made by</source>
   <translation>Gefertigt durch</translation>
  </message>
  <message>
   <source>An hour costs</source>
   <translation>Eine Stunde kostet</translation>
  </message>
  <message>
   <source>Work</source>
   <translation>Arbeit</translation>
  </message>
  <message>
   <source>How much</source>
   <translation>Wie viel</translation>
  </message>
  <message>
   <source>Minutes</source>
   <translation>Minuten</translation>
  </message>
  <message>
   <source>What would fit</source>
   <translation>Was passen würde</translation>
  </message>
  <message>
   <source>Largest letters, longest text</source>
   <translation>Größte Buchstaben, längster Text</translation>
  </message>
  <message>
   <source>For the chosen stamp where it is, within the limits of its proof</source>
   <translation>Für die gewählte Prägung, wo sie ist, innerhalb der Grenzen ihrer Prüfung</translation>
  </message>
  <message>
   <source>Being tried …</source>
   <translation>Wird versucht …</translation>
  </message>
  <message>
   <source>; %1 is in the way of more</source>
   <translation>; %1 steht mehr im Weg</translation>
  </message>
  <message>
   <source>the longest text that fits</source>
   <translation>der längste Text, der passt</translation>
  </message>
  <message>
   <source>Make them so large</source>
   <translation>So groß machen</translation>
  </message>
  <message>
   <source>Try the text</source>
   <translation>Den Text versuchen</translation>
  </message>
  <message>
   <source>%1 min, %2</source>
   <translation>%1 min, %2</translation>
  </message>
  <message>
   <source>An estimate, assuming: %1.</source>
   <translation>Eine Schätzung mit der Annahme: %1.</translation>
  </message>
  <message>
   <source>Choose a stamp.</source>
   <translation>Wählen Sie eine Prägung.</translation>
  </message>
  <message>
   <source>an hour costs a number</source>
   <translation>eine Stunde kostet eine Zahl</translation>
  </message>
  <message>
   <source>%1 of %2 processes can make it as it is.</source>
   <translation>%1 von %2 Verfahren können es so fertigen.</translation>
  </message>
  <message>
   <source>By every process</source>
   <translation>Durch jedes Verfahren</translation>
  </message>
  <message>
   <source>To fix</source>
   <translation>Beheben</translation>
  </message>
  <message>
   <source>To look at</source>
   <translation>Ansehen</translation>
  </message>
  <message>
   <source>The first</source>
   <translation>Der erste</translation>
  </message>
  <message>
   <source>Can it also be made otherwise?</source>
   <translation>Lässt es sich auch anders fertigen?</translation>
  </message>
  <message>
   <source>The proof is made by every process …</source>
   <translation>Die Prüfung wird durch jedes Verfahren gemacht …</translation>
  </message>
  <message>
   <source>no findings</source>
   <translation>keine Befunde</translation>
  </message>
  <message>
   <source>The job has changed since: ask again.</source>
   <translation>Der Auftrag hat sich seither geändert: fragen Sie erneut.</translation>
  </message>
  <message>
   <source>Finding</source>
   <translation>Befund</translation>
  </message>
  <message>
   <source>Measured</source>
   <translation>Gemessen</translation>
  </message>
  <message>
   <source>Limit</source>
   <translation>Grenze</translation>
  </message>
  <message>
   <source>Findings</source>
   <translation>Befunde</translation>
  </message>
  <message>
   <source>Nothing is built yet.</source>
   <translation>Noch ist nichts gebaut.</translation>
  </message>
  <message>
   <source>accept “%1”</source>
   <translation>„%1“ hinnehmen</translation>
  </message>
  <message>
   <source>Show the place</source>
   <translation>Die Stelle zeigen</translation>
  </message>
  <message>
   <source>Who accepts it</source>
   <translation>Wer nimmt es hin</translation>
  </message>
  <message>
   <source>Why it may stand</source>
   <translation>Warum es bleiben darf</translation>
  </message>
  <message>
   <source>Accept</source>
   <translation>Hinnehmen</translation>
  </message>
  <message>
   <source>Take back</source>
   <translation>Zurücknehmen</translation>
  </message>
  <message>
   <source>As it was before the last change; the new proof is on its way.</source>
   <translation>Wie es vor der letzten Änderung war; die neue Prüfung ist unterwegs.</translation>
  </message>
  <message>
   <source>no longer accept “%1”</source>
   <translation>„%1“ nicht mehr hinnehmen</translation>
  </message>
  <message>
   <source>No findings: every check that applies has been made.</source>
   <translation>Keine Befunde: jede zutreffende Prüfung wurde gemacht.</translation>
  </message>
  <message>
   <source>1 finding, worst first.</source>
   <translation>1 Befund, der schlechteste zuerst.</translation>
  </message>
  <message>
   <source>%1 findings, worst first.</source>
   <translation>%1 Befunde, der schlechteste zuerst.</translation>
  </message>
  <message>
   <source>As the job</source>
   <translation>Wie der Auftrag</translation>
  </message>
  <message>
   <source>Value</source>
   <translation>Wert</translation>
  </message>
  <message>
   <source>Why</source>
   <translation>Warum</translation>
  </message>
  <message>
   <source>Source</source>
   <translation>Quelle</translation>
  </message>
  <message>
   <source>Limits</source>
   <translation>Grenzen</translation>
  </message>
  <message>
   <source>made by %1</source>
   <translation>gefertigt durch %1</translation>
  </message>
  <message>
   <source>the pull of the mould</source>
   <translation>die Zugrichtung der Form</translation>
  </message>
  <message>
   <source>process “%1”</source>
   <translation>Verfahren „%1“</translation>
  </message>
  <message>
   <source>without the process “%1”</source>
   <translation>ohne das Verfahren „%1“</translation>
  </message>
  <message>
   <source>Process of the job</source>
   <translation>Verfahren des Auftrags</translation>
  </message>
  <message>
   <source>Process of the stamp</source>
   <translation>Verfahren der Prägung</translation>
  </message>
  <message>
   <source>Pull of the mould</source>
   <translation>Zugrichtung der Form</translation>
  </message>
  <message>
   <source>Own processes</source>
   <translation>Eigene Verfahren</translation>
  </message>
  <message>
   <source>Copy as a process of your own …</source>
   <translation>Als eigenes Verfahren kopieren …</translation>
  </message>
  <message>
   <source>Leave this one out of the job</source>
   <translation>Dieses aus dem Auftrag weglassen</translation>
  </message>
  <message>
   <source>Put this one on the shelf</source>
   <translation>Dieses ins Regal legen</translation>
  </message>
  <message>
   <source>Take one from the shelf</source>
   <translation>Eines aus dem Regal nehmen</translation>
  </message>
  <message>
   <source>%1: %2. Limits of %3; a value that is typed is kept with the job.</source>
   <translation>%1: %2. Grenzen (%3); ein eingetippter Wert bleibt beim Auftrag.</translation>
  </message>
  <message>
   <source>limit “%1”</source>
   <translation>Grenze „%1“</translation>
  </message>
  <message>
   <source>A process of your own</source>
   <translation>Ein eigenes Verfahren</translation>
  </message>
  <message>
   <source>%1, own</source>
   <translation>%1, eigenes</translation>
  </message>
  <message>
   <source>a process of the program stays: choose one of your own</source>
   <translation>ein Verfahren des Programms bleibt: wählen Sie ein eigenes</translation>
  </message>
  <message>
   <source>It cannot be left out</source>
   <translation>Es kann nicht weggelassen werden</translation>
  </message>
  <message>
   <source>“%1” is on the shelf.</source>
   <translation>„%1“ liegt im Regal.</translation>
  </message>
  <message>
   <source>Job made by</source>
   <translation>Auftrag gefertigt durch</translation>
  </message>
  <message>
   <source>Mould pulled</source>
   <translation>Form gezogen</translation>
  </message>
  <message>
   <source>“%1” by</source>
   <translation>„%1“ durch</translation>
  </message>
  <message>
   <source>Stamp by</source>
   <translation>Prägung durch</translation>
  </message>
  <message>
   <source>“%1” of a single stamp is as it is: copy it as a process of your own, and change that</source>
   <translation>„%1“ einer einzelnen Prägung bleibt, wie es ist: kopieren Sie es als eigenes Verfahren und ändern Sie das</translation>
  </message>
  <message>
   <source>This limit cannot be changed here</source>
   <translation>Diese Grenze lässt sich hier nicht ändern</translation>
  </message>
  <message>
   <source>This limit cannot be kept</source>
   <translation>Diese Grenze kann nicht behalten werden</translation>
  </message>
  <message>
   <source>“%1” is a process of the program</source>
   <translation>„%1“ ist ein Verfahren des Programms</translation>
  </message>
  <message>
   <source>This process cannot be kept</source>
   <translation>Dieses Verfahren kann nicht behalten werden</translation>
  </message>
  <message>
   <source>copy it as a process of your own first</source>
   <translation>kopieren Sie es zuerst als eigenes Verfahren</translation>
  </message>
  <message>
   <source>It cannot be put on the shelf</source>
   <translation>Es lässt sich nicht ins Regal legen</translation>
  </message>
  <message>
   <source>It cannot be taken from the shelf</source>
   <translation>Es lässt sich nicht aus dem Regal nehmen</translation>
  </message>
  <message>
   <source>this stamp</source>
   <translation>diese Prägung</translation>
  </message>
  <message>
   <source>the job</source>
   <translation>der Auftrag</translation>
  </message>
  <message>
   <source>The shelf is empty</source>
   <translation>Das Regal ist leer</translation>
  </message>
  <message>
   <source>Proof</source>
   <translation>Prüfung</translation>
  </message>
  <message>
   <source>Standards</source>
   <translation>Normen</translation>
  </message>
  <message>
   <source>Time, cost, room</source>
   <translation>Zeit, Kosten, Platz</translation>
  </message>
  <message>
   <source>not met</source>
   <translation>nicht erfüllt</translation>
  </message>
  <message>
   <source>to be looked at</source>
   <translation>anzusehen</translation>
  </message>
  <message>
   <source>Clause</source>
   <translation>Abschnitt</translation>
  </message>
  <message>
   <source>It demands</source>
   <translation>Sie verlangt</translation>
  </message>
  <message>
   <source>The stamp has</source>
   <translation>Die Prägung hat</translation>
  </message>
  <message>
   <source>Clauses</source>
   <translation>Abschnitte</translation>
  </message>
  <message>
   <source>figures %1</source>
   <translation>Zahlen %1</translation>
  </message>
  <message>
   <source>look them up in the standard before you rely on them</source>
   <translation>schlagen Sie sie in der Norm nach, bevor Sie sich darauf verlassen</translation>
  </message>
  <message>
   <source>holds to %1</source>
   <translation>hält sich an %1</translation>
  </message>
  <message>
   <source>“%1” beside %2</source>
   <translation>„%1“ neben %2</translation>
  </message>
  <message>
   <source>%1; figures %2</source>
   <translation>%1; Zahlen %2</translation>
  </message>
  <message>
   <source>Choose a stamp that can be laid out, to hold it against a standard.</source>
   <translation>Wählen Sie eine Prägung, die sich abwickeln lässt, um sie an eine Norm zu halten.</translation>
  </message>
  <message>
   <source>does not apply</source>
   <translation>trifft nicht zu</translation>
  </message>
  <message>
   <source>Tables (*.csv *.xlsx *.CSV *.XLSX)</source>
   <translation>Tabellen (*.csv *.xlsx *.CSV *.XLSX)</translation>
  </message>
  <message>
   <source>to fix</source>
   <translation>zu beheben</translation>
  </message>
  <message>
   <source>not done</source>
   <translation>nicht gemacht</translation>
  </message>
  <message>
   <source>nothing to fix</source>
   <translation>nichts zu beheben</translation>
  </message>
  <message>
   <source>stood already</source>
   <translation>stand schon</translation>
  </message>
  <message>
   <source>%1 of %2 rows %3</source>
   <translation>%1 von %2 Zeilen %3</translation>
  </message>
  <message>
   <source>Fill in serials, take in a table, or add rows.</source>
   <translation>Tragen Sie Seriennummern ein, nehmen Sie eine Tabelle oder fügen Sie Zeilen hinzu.</translation>
  </message>
  <message>
   <source>The first row is being built …</source>
   <translation>Die erste Zeile wird gebaut …</translation>
  </message>
  <message>
   <source>%1 of %2 are done.</source>
   <translation>%1 von %2 sind fertig.</translation>
  </message>
  <message>
   <source>Series</source>
   <translation>Serie</translation>
  </message>
  <message>
   <source>Series of “%1”</source>
   <translation>Serie von „%1“</translation>
  </message>
  <message>
   <source>One part for each row. A column sets a dimension, the text of a stamp, whether a stamp is there, its logo, or the serial; an empty cell leaves what the job has.</source>
   <translation>Ein Teil für jede Zeile. Eine Spalte setzt ein Maß, den Text einer Prägung, ob eine Prägung da ist, ihr Logo oder die Seriennummer; eine leere Zelle lässt, was der Auftrag hat.</translation>
  </message>
  <message>
   <source>Rows of the series</source>
   <translation>Zeilen der Serie</translation>
  </message>
  <message>
   <source>From a table …</source>
   <translation>Aus einer Tabelle …</translation>
  </message>
  <message>
   <source>Rows from a CSV or XLSX file; the first line heads the columns</source>
   <translation>Zeilen aus einer CSV- oder XLSX-Datei; die erste Zeile benennt die Spalten</translation>
  </message>
  <message>
   <source>First</source>
   <translation>Erste</translation>
  </message>
  <message>
   <source>Last</source>
   <translation>Letzte</translation>
  </message>
  <message>
   <source>Fill</source>
   <translation>Ausfüllen</translation>
  </message>
  <message>
   <source>A row for each of these serials</source>
   <translation>Eine Zeile für jede dieser Seriennummern</translation>
  </message>
  <message>
   <source>Add column …</source>
   <translation>Spalte hinzufügen …</translation>
  </message>
  <message>
   <source>Names of files</source>
   <translation>Namen der Dateien</translation>
  </message>
  <message>
   <source>Look at all</source>
   <translation>Alle ansehen</translation>
  </message>
  <message>
   <source>Build every row and show it, without writing anything</source>
   <translation>Jede Zeile bauen und zeigen, ohne etwas zu schreiben</translation>
  </message>
  <message>
   <source>Make files</source>
   <translation>Dateien machen</translation>
  </message>
  <message>
   <source>Stop</source>
   <translation>Anhalten</translation>
  </message>
  <message>
   <source>Give a first and a last serial, at most %1 apart.</source>
   <translation>Geben Sie eine erste und eine letzte Seriennummer an, höchstens %1 auseinander.</translation>
  </message>
  <message>
   <source>Rows of a series</source>
   <translation>Zeilen einer Serie</translation>
  </message>
  <message>
   <source>%1 has %2 rows: more than %3 are made by the command line</source>
   <translation>%1 hat %2 Zeilen: mehr als %3 macht die Befehlszeile</translation>
  </message>
  <message>
   <source>Every dimension and stamp has its column already.</source>
   <translation>Jedes Maß und jede Prägung hat schon eine Spalte.</translation>
  </message>
  <message>
   <source>Add column</source>
   <translation>Spalte hinzufügen</translation>
  </message>
  <message>
   <source>It sets</source>
   <translation>Sie setzt</translation>
  </message>
  <message>
   <source>the serial moves on</source>
   <translation>die Seriennummer rückt vor</translation>
  </message>
  <message>
   <source>%1 The job's next serial is %2.</source>
   <translation>%1 Die nächste Seriennummer des Auftrags ist %2.</translation>
  </message>
  <message>
   <source>%1 serial</source>
   <translation>%1 Seriennummer</translation>
  </message>
  <message>
   <source>Add row</source>
   <translation>Zeile hinzufügen</translation>
  </message>
  <message>
   <source>Remove row</source>
   <translation>Zeile entfernen</translation>
  </message>
  <message>
   <source>Serials from</source>
   <translation>Seriennummern von</translation>
  </message>
  <message>
   <source>to</source>
   <translation>bis</translation>
  </message>
  <message>
   <source>Files</source>
   <translation>Dateien</translation>
  </message>
  <message>
   <source>Names</source>
   <translation>Namen</translation>
  </message>
  <message>
   <source>What was found</source>
   <translation>Was gefunden wurde</translation>
  </message>
  <message>
   <source>are sound</source>
   <translation>sind einwandfrei</translation>
  </message>
  <message>
   <source>waits</source>
   <translation>wartet</translation>
  </message>
  <message>
   <source>PDF (*.pdf)</source>
   <translation>PDF (*.pdf)</translation>
  </message>
  <message>
   <source>The sheet is being drawn …</source>
   <translation>Das Blatt wird gezeichnet …</translation>
  </message>
  <message>
   <source>1 page</source>
   <translation>1 Seite</translation>
  </message>
  <message>
   <source>%1 pages</source>
   <translation>%1 Seiten</translation>
  </message>
  <message>
   <source>%1, as it will be written.</source>
   <translation>%1, wie es geschrieben wird.</translation>
  </message>
  <message>
   <source>Written: %1</source>
   <translation>Geschrieben: %1</translation>
  </message>
  <message>
   <source>The sheet is being printed …</source>
   <translation>Das Blatt wird gedruckt …</translation>
  </message>
  <message>
   <source>Proof sheet</source>
   <translation>Freigabeblatt</translation>
  </message>
  <message>
   <source>Proof sheet of “%1”</source>
   <translation>Freigabeblatt von „%1“</translation>
  </message>
  <message>
   <source>Letter paper</source>
   <translation>Letter-Papier</translation>
  </message>
  <message>
   <source>Otherwise A4</source>
   <translation>Sonst A4</translation>
  </message>
  <message>
   <source>Save as PDF …</source>
   <translation>Als PDF sichern …</translation>
  </message>
  <message>
   <source>Print …</source>
   <translation>Drucken …</translation>
  </message>
  <message>
   <source>On paper, by a printer of this machine</source>
   <translation>Auf Papier, mit einem Drucker dieses Rechners</translation>
  </message>
  <message>
   <source>The sheet is being drawn: %1 …</source>
   <translation>Das Blatt wird gezeichnet: %1 …</translation>
  </message>
  <message>
   <source>The printer cannot be used.</source>
   <translation>Der Drucker ist nicht verwendbar.</translation>
  </message>
  <message>
   <source>Printed: %1 pages.</source>
   <translation>Gedruckt: %1 Seiten.</translation>
  </message>
  <message>
   <source>Page %1 of %2</source>
   <translation>Seite %1 von %2</translation>
  </message>
  <message>
   <source>%1 cannot be written: %2.</source>
   <translation>%1 lässt sich nicht schreiben: %2.</translation>
  </message>
  <message>
   <source>The printer stopped taking pages.</source>
   <translation>Der Drucker nahm keine Seiten mehr an.</translation>
  </message>
  <message>
   <source>Layer, mm</source>
   <translation>Schicht, mm</translation>
  </message>
  <message>
   <source>Nozzle, mm</source>
   <translation>Düse, mm</translation>
  </message>
  <message>
   <source>Speed, mm/s</source>
   <translation>Geschwindigkeit, mm/s</translation>
  </message>
  <message>
   <source>Beam, mm</source>
   <translation>Strahl, mm</translation>
  </message>
  <message>
   <source>Lines to a mm</source>
   <translation>Linien je mm</translation>
  </message>
  <message>
   <source>Cutter, mm</source>
   <translation>Fräser, mm</translation>
  </message>
  <message>
   <source>V, degrees</source>
   <translation>V, Grad</translation>
  </message>
  <message>
   <source>Diameter at X0, mm</source>
   <translation>Durchmesser bei X0, mm</translation>
  </message>
  <message>
   <source>Taper, mm a mm</source>
   <translation>Kegel, mm je mm</translation>
  </message>
  <message>
   <source>Dots to an inch</source>
   <translation>Punkte je Zoll</translation>
  </message>
  <message>
   <source>Copies</source>
   <translation>Kopien</translation>
  </message>
  <message>
   <source>switched off: it starts when something is sent</source>
   <translation>ausgeschaltet: sie läuft an, wenn etwas gesendet wird</translation>
  </message>
  <message>
   <source>%1 mm</source>
   <translation>%1 mm</translation>
  </message>
  <message>
   <source>The file is being written …</source>
   <translation>Die Datei wird geschrieben …</translation>
  </message>
  <message>
   <source>Sent: order %1.</source>
   <translation>Gesendet: Auftrag %1.</translation>
  </message>
  <message>
   <source>Time of a real one, estimated: %1 min</source>
   <translation>Zeit einer echten Maschine, geschätzt: %1 min</translation>
  </message>
  <message>
   <source>Time of a real one, estimated: %1 s</source>
   <translation>Zeit einer echten Maschine, geschätzt: %1 s</translation>
  </message>
  <message>
   <source>Shop</source>
   <translation>Werkstatt</translation>
  </message>
  <message>
   <source>Machines</source>
   <translation>Maschinen</translation>
  </message>
  <message>
   <source>Orders</source>
   <translation>Aufträge</translation>
  </message>
  <message>
   <source>Part of the order that is done</source>
   <translation>Wie viel vom Auftrag erledigt ist</translation>
  </message>
  <message>
   <source>Send this part</source>
   <translation>Dieses Teil senden</translation>
  </message>
  <message>
   <source>Send</source>
   <translation>Senden</translation>
  </message>
  <message>
   <source>There is no sound part to send.</source>
   <translation>Es gibt kein einwandfreies Teil zu senden.</translation>
  </message>
  <message>
   <source>%1 deg</source>
   <translation>%1 deg</translation>
  </message>
  <message>
   <source>Give up</source>
   <translation>Aufgeben</translation>
  </message>
  <message>
   <source>See to the fault</source>
   <translation>Störung beheben</translation>
  </message>
  <message>
   <source>Stopped: %1</source>
   <translation>Angehalten: %1</translation>
  </message>
  <message>
   <source>at work</source>
   <translation>in Arbeit</translation>
  </message>
  <message>
   <source>Nothing was sent to it yet.</source>
   <translation>Noch wurde nichts gesendet.</translation>
  </message>
  <message>
   <source>What the machine is told must be numbers.</source>
   <translation>Was der Maschine gesagt wird, müssen Zahlen sein.</translation>
  </message>
  <message>
   <source>Start</source>
   <translation>Start</translation>
  </message>
  <message>
   <source>Begin with your own part, or look at the parts of a made-up lantern.</source>
   <translation>Beginnen Sie mit einem eigenen Teil, oder sehen Sie sich die Teile einer erdachten Laterne an.</translation>
  </message>
  <message>
   <source>New job</source>
   <translation>Neuer Auftrag</translation>
  </message>
  <message>
   <source>A plain tube to begin with</source>
   <translation>Ein einfaches Rohr für den Anfang</translation>
  </message>
  <message>
   <source>Open a file …</source>
   <translation>Datei öffnen …</translation>
  </message>
  <message>
   <source>A job that was saved</source>
   <translation>Ein gesicherter Auftrag</translation>
  </message>
  <message>
   <source>What is new in %1</source>
   <translation>Was in %1 neu ist</translation>
  </message>
  <message>
   <source>What the last version changed</source>
   <translation>Was die letzte Fassung geändert hat</translation>
  </message>
  <message>
   <source>1. **Take a part.** “New” offers ready blanks; a STEP file can be dropped on the window. The
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
7. **Write the files** (Ctrl+E), or the sheet to sign (Ctrl+P).</source>
   <translation>1. **Ein Teil nehmen.** „Neu“ bietet fertige Rohlinge; eine STEP-Datei lässt sich auf das Fenster ziehen. Das
   Teil steht in der Mitte, seine Karte oben auf der Laufkarte links.
2. **Eine Fläche wählen.** Klicken Sie sie an. Ihre Abwicklung öffnet sich unter dem Teil: die Fläche flach ausgelegt, in
   wahren mm.
3. **Etwas daraufsetzen.** „+ Prägung“ (Ctrl+T) setzt dort Text; „Logo, Zeichen …“ hat alles andere.
   Oder ziehen Sie eine Zeichnung oder ein Bild auf die Fläche.
4. **Sagen, was es werden soll.** Die Felder rechts stehen in der Reihenfolge der Arbeit: Motiv,
   Lage, Relief. Ein Feld nimmt eine Zahl, eine Formel wie `tank.height / 2` oder ein Maß
   mit Einheit.
5. **Von Hand verschieben**, in der Abwicklung oder am Teil: ziehen Sie es, seine Ecken, seinen Griff. „Zurück“
   nimmt jeden Schritt zurück.
6. **Die Prüfung ansehen.** Die dunkle Zeile am Fuß nennt das Schlechteste, was gefunden wurde, und bietet oft
   die Änderung, die es behebt. „Prüfung …“ (Ctrl+R) zeigt alles.
7. **Die Dateien schreiben** (Ctrl+E), oder das Blatt zum Unterschreiben (Ctrl+P).</translation>
  </message>
  <message>
   <source>- The relief in hand is seen on the part as it will be, sunk or standing out, while it is moved.
- Several stamps at once: moved, lined up, with equal gaps. Figures typed while one drags.
- The sheet opens on the artwork, with edges of its face in sight, and turns with it; places of
  a guide and the plane of a section are pulled with the mouse.
- Lines with a V or a round section; caps level with another face, or from the greys of a picture;
  a body a letter; letters that lean or bend over.
- Stamps on the walls of other stamps. Carved ink over edges.
- Steps through an empty job. A long ticket by face or worst first. Before and after, side by
  side.
- German; decimal commas; everything as large as the desktop's type.</source>
   <translation>- Das Relief in der Hand ist am Teil zu sehen, wie es wird, vertieft oder erhaben, während es bewegt wird.
- Mehrere Prägungen auf einmal: verschoben, ausgerichtet, mit gleichen Lücken. Zahlen, die beim Ziehen getippt werden.
- Die Abwicklung öffnet sich am Motiv, mit Kanten der Fläche in Sicht, und dreht sich mit ihm; Punkte einer
  Leitlinie und die Ebene eines Schnitts werden mit der Maus gezogen.
- Linien mit V- oder rundem Querschnitt; Deckflächen bündig mit einer anderen Fläche oder nach den
  Grautönen eines Bildes; je Buchstabe ein Körper; Buchstaben, die sich neigen oder umbiegen.
- Prägungen auf den Wänden anderer Prägungen. Gestochenes über Kanten.
- Schritte durch einen leeren Auftrag. Eine lange Laufkarte nach Flächen oder die schlechteste zuerst. Vorher und nachher,
  nebeneinander.
- Deutsch; Dezimalkommas; alles so groß wie die Schrift des Desktops.</translation>
  </message>
  <message>
   <source>Text round a part</source>
   <translation>Text um ein Teil</translation>
  </message>
  <message>
   <source>Which depth</source>
   <translation>Welche Tiefe</translation>
  </message>
  <message>
   <source>Can it be made</source>
   <translation>Lässt es sich fertigen</translation>
  </message>
  <message>
   <source>What may stand</source>
   <translation>Was bleiben darf</translation>
  </message>
  <message>
   <source>Many parts</source>
   <translation>Viele Teile</translation>
  </message>
  <message>
   <source>Several stamps at once</source>
   <translation>Mehrere Prägungen auf einmal</translation>
  </message>
  <message>
   <source>A stamp on a stamp</source>
   <translation>Eine Prägung auf einer Prägung</translation>
  </message>
  <message>
   <source>Exact while dragging</source>
   <translation>Genau beim Ziehen</translation>
  </message>
  <message>
   <source>Looking into the part</source>
   <translation>Ins Teil blicken</translation>
  </message>
  <message>
   <source>Signs to be felt</source>
   <translation>Zeichen zum Tasten</translation>
  </message>
  <message>
   <source>Choose the round face and add text. “Across” is an angle, “Up” a height. Text that is to go
all the way round: ask “Time, cost, room” in the proof for the largest letters that fit. On a
cone, a guide level with a rim keeps letters upright.</source>
   <translation>Wählen Sie die runde Fläche und fügen Sie Text hinzu. „Quer“ ist ein Winkel, „Hoch“ eine Höhe. Text, der ganz
herumgehen soll: fragen Sie unter „Zeit, Kosten, Platz“ in der Prüfung nach den größten Buchstaben, die passen. Auf einem
Kegel hält eine Leitlinie gleich hoch mit einem Rand die Buchstaben aufrecht.</translation>
  </message>
  <message>
   <source>Choose the kind of relief by its picture, then the depth. “Section” (Ctrl+4) cuts through the
stamp and tells depth, wall left, widths at both ends and draft, as measured on the finished
part. “Map” above the sheet shows wall, depth, strokes, gaps or draft all over the stamp;
Ctrl+7 finds its worst place.</source>
   <translation>Wählen Sie die Art des Reliefs nach ihrem Bild, dann die Tiefe. „Schnitt“ (Ctrl+4) schneidet durch die
Prägung und nennt Tiefe, Restwand, Breiten an beiden Enden und Schräge, gemessen am fertigen
Teil. „Karte“ über der Abwicklung zeigt Wand, Tiefe, Striche, Lücken oder Schräge überall auf der Prägung;
Ctrl+7 findet die schlechteste Stelle.</translation>
  </message>
  <message>
   <source>“Proof …”, “Made by”: choose how the part is made. Every limit has its reason and its source,
and can be changed; a set of limits of your own is a copy that the job keeps, or the shelf.
A stamp may be made otherwise than the part. For moulds say how they are pulled. “By every
process” asks whether it can also be made otherwise, and puts the answers side by side.</source>
   <translation>„Prüfung …“, „Gefertigt durch“: wählen Sie, wie das Teil gefertigt wird. Jede Grenze hat ihren Grund und ihre Quelle
und lässt sich ändern; ein eigener Satz von Grenzen ist eine Kopie, die der Auftrag behält, oder das Regal.
Eine Prägung darf anders gefertigt werden als das Teil. Bei Formen sagen Sie, wie gezogen wird. „Durch jedes
Verfahren“ fragt, ob es sich auch anders fertigen lässt, und stellt die Antworten nebeneinander.</translation>
  </message>
  <message>
   <source>A finding that does no harm is accepted in “Findings”, with a name and a reason. It then
stands as a note, in the proof sheet too, and comes back when its figure gets worse.</source>
   <translation>Ein Befund, der nicht schadet, wird unter „Befunde“ mit Name und Grund hingenommen. Er steht
dann als Hinweis, auch auf dem Freigabeblatt, und kommt zurück, wenn sein Wert schlechter wird.</translation>
  </message>
  <message>
   <source>“Series” (Ctrl+Shift+E) makes one part for each row of a table, or for each serial number.
Columns are called after dimensions, stamps with a text, or `serial`.</source>
   <translation>„Serie“ (Ctrl+Shift+E) macht ein Teil für jede Zeile einer Tabelle oder für jede Seriennummer.
Spalten heißen nach Maßen, Prägungen mit Text oder `serial`.</translation>
  </message>
  <message>
   <source>With Shift, click more stamps in the sheet or their cards, or draw a frame in the sheet;
Ctrl+Shift+A takes all of the face. They move together; a bar over the sheet lines them up or
makes their gaps equal, by the stamp that was chosen first. Delete and “Off” are for all of them.</source>
   <translation>Klicken Sie mit der Umschalttaste weitere Prägungen in der Abwicklung oder ihre Karten an, oder ziehen Sie in der Abwicklung einen Rahmen;
Ctrl+Shift+A nimmt alle der Fläche. Sie bewegen sich zusammen; eine Leiste über der Abwicklung richtet sie aus oder
macht ihre Lücken gleich, nach der zuerst gewählten Prägung. „Löschen“ und „Aus“ gelten für alle.</translation>
  </message>
  <message>
   <source>Click the cap or a wall of a stamp in the part, then Ctrl+Shift+T: the text lies there and goes with
it. A wall is called by the way that it looks on its stamp, `Panel/wall 90°` up; in the list “Face”
stand those of stamps that have few.</source>
   <translation>Klicken Sie die Deckfläche oder eine Wand einer Prägung im Teil an, dann Ctrl+Shift+T: Der Text
liegt dort und geht mit ihr. Eine Wand heißt danach, wohin sie auf ihrer Prägung blickt,
`Panel/wall 90°` nach oben; in der Liste „Fläche“ stehen die von Prägungen, die wenige haben.</translation>
  </message>
  <message>
   <source>Type a figure while a stamp is dragged: mm across, Tab, mm up; degrees while it is turned; its
height while it is made larger. Enter lets go, Esc puts it back. Shift goes by whole steps, Control
is not drawn to lines.</source>
   <translation>Tippen Sie eine Zahl, während Sie eine Prägung ziehen: mm quer, Tab, mm hoch; Grad, während sie gedreht wird; ihre
Höhe, während sie größer wird. Enter lässt los, Esc legt sie zurück. Umschalt geht in ganzen Schritten, Strg
wird nicht an Linien gezogen.</translation>
  </message>
  <message>
   <source>“Section” (Ctrl+4) cuts through the stamp. The line across the artwork in the sheet is the plane:
pull its knob, or press Shift and an arrow key in the part. Depth, wall left, widths and draft are
those of the place where it stands.</source>
   <translation>„Schnitt“ (Ctrl+4) schneidet durch die Prägung. Die Linie quer über das Motiv in der Abwicklung ist die Ebene:
ziehen Sie ihren Knopf, oder drücken Sie im Teil Umschalt und eine Pfeiltaste. Tiefe, Restwand, Breiten und Schräge sind
die der Stelle, an der sie steht.</translation>
  </message>
  <message>
   <source>“Logo, sign …”, “Braille” has dots of the usual sizes, domed. In the proof, “Standards”, tick
what the stamp is to hold to: each clause stands beside what the stamp has.</source>
   <translation>„Logo, Zeichen …“, „Braille“ hat Punkte der üblichen Größen, gewölbt. Haken Sie in der Prüfung unter „Normen“ an,
woran sich die Prägung halten soll: jeder Abschnitt steht neben dem, was die Prägung hat.</translation>
  </message>
  <message>
   <source>Text</source>
   <translation>Text</translation>
  </message>
  <message>
   <source>Logo</source>
   <translation>Logo</translation>
  </message>
  <message>
   <source>Shape</source>
   <translation>Form</translation>
  </message>
  <message>
   <source>Sign</source>
   <translation>Zeichen</translation>
  </message>
  <message>
   <source>Scale</source>
   <translation>Maßstab</translation>
  </message>
  <message>
   <source>Machine-read mark</source>
   <translation>Maschinenlesbare Kennzeichnung</translation>
  </message>
  <message>
   <source>Braille</source>
   <translation>Braille</translation>
  </message>
  <message>
   <source>Border</source>
   <translation>Rahmen</translation>
  </message>
  <message>
   <source>Pattern</source>
   <translation>Muster</translation>
  </message>
  <message>
   <source>Setting</source>
   <translation>Lage</translation>
  </message>
  <message>
   <source>Cast</source>
   <translation>Projektion</translation>
  </message>
  <message>
   <source>Guide line</source>
   <translation>Leitlinie</translation>
  </message>
  <message>
   <source>Relief</source>
   <translation>Relief</translation>
  </message>
  <message>
   <source>Begin</source>
   <translation>Beginnen</translation>
  </message>
  <message>
   <source>First steps</source>
   <translation>Erste Schritte</translation>
  </message>
  <message>
   <source>Keys</source>
   <translation>Tasten</translation>
  </message>
  <message>
   <source>Fields</source>
   <translation>Felder</translation>
  </message>
  <message>
   <source>Kinds of relief</source>
   <translation>Arten des Reliefs</translation>
  </message>
  <message>
   <source>Processes</source>
   <translation>Verfahren</translation>
  </message>
  <message>
   <source>About</source>
   <translation>Über</translation>
  </message>
  <message>
   <source>No</source>
   <translation>Nein</translation>
  </message>
  <message>
   <source>Yes</source>
   <translation>Ja</translation>
  </message>
  <message>
   <source>What they do</source>
   <translation>Was sie tun</translation>
  </message>
  <message>
   <source>usually</source>
   <translation>üblich</translation>
  </message>
  <message>
   <source>to look at</source>
   <translation>anzusehen</translation>
  </message>
  <message>
   <source>a picture without pixels has no file</source>
   <translation>ein Bild ohne Bildpunkte hat keine Datei</translation>
  </message>
  <message>
   <source>Alone</source>
   <translation>Allein</translation>
  </message>
  <message>
   <source>The %1 alone</source>
   <translation>%1 allein</translation>
  </message>
  <message>
   <source>copy “%1” to %2</source>
   <translation>„%1“ nach %2 kopieren</translation>
  </message>
  <message>
   <source>mirror “%1”</source>
   <translation>„%1“ spiegeln</translation>
  </message>
  <message>
   <source>Gaps and copies</source>
   <translation>Lücken und Kopien</translation>
  </message>
  <message>
   <source>Arrange</source>
   <translation>Anordnen</translation>
  </message>
  <message>
   <source>equal gaps on %1</source>
   <translation>gleiche Lücken auf %1</translation>
  </message>
  <message>
   <source>it has no place yet whose image could be made</source>
   <translation>es hat noch keine Lage, deren Spiegelbild sich machen ließe</translation>
  </message>
  <message>
   <source>Equal gaps across</source>
   <translation>Gleiche Lücken quer</translation>
  </message>
  <message>
   <source>Equal gaps up</source>
   <translation>Gleiche Lücken hoch</translation>
  </message>
  <message>
   <source>Copy to the face</source>
   <translation>Auf die Fläche kopieren</translation>
  </message>
  <message>
   <source>Also on the face, kept alike</source>
   <translation>Auch auf die Fläche, gleichgehalten</translation>
  </message>
  <message>
   <source>Mirror image, kept alike</source>
   <translation>Spiegelbild, gleichgehalten</translation>
  </message>
  <message>
   <source>Features</source>
   <translation>Merkmale</translation>
  </message>
  <message>
   <source>Serial number</source>
   <translation>Seriennummer</translation>
  </message>
  <message>
   <source>{serial} is</source>
   <translation>{serial} ist</translation>
  </message>
  <message>
   <source>Limits of the proof</source>
   <translation>Grenzen der Prüfung</translation>
  </message>
  <message>
   <source>Middle “%1”</source>
   <translation>Mitte „%1“</translation>
  </message>
  <message>
   <source>Middle to hold by itself</source>
   <translation>Mitte, die für sich gehalten wird</translation>
  </message>
  <message>
   <source>choose a middle</source>
   <translation>Mitte wählen</translation>
  </message>
  <message>
   <source>there are two controls called “%1”</source>
   <translation>es gibt zwei Bedienteile „%1“</translation>
  </message>
  <message>
   <source>%1 (not there)</source>
   <translation>%1 (nicht da)</translation>
  </message>
  <message>
   <source>Dimensions</source>
   <translation>Maße</translation>
  </message>
  <message>
   <source>Formula of %1</source>
   <translation>Formel von %1</translation>
  </message>
  <message>
   <source>Delete “%1”</source>
   <translation>„%1“ löschen</translation>
  </message>
  <message>
   <source>add a dimension</source>
   <translation>ein Maß hinzufügen</translation>
  </message>
  <message>
   <source>delete “%1”</source>
   <translation>„%1“ löschen</translation>
  </message>
  <message>
   <source>+ Dimension</source>
   <translation>+ Maß</translation>
  </message>
  <message>
   <source>A named length, angle or number that formulas may use</source>
   <translation>Eine benannte Länge, ein Winkel oder eine Zahl, die Formeln verwenden dürfen</translation>
  </message>
  <message>
   <source>Name of the dimension</source>
   <translation>Name des Maßes</translation>
  </message>
  <message>
   <source>a dimension's name</source>
   <translation>Name eines Maßes</translation>
  </message>
  <message>
   <source>Delete dimension %1</source>
   <translation>Maß %1 löschen</translation>
  </message>
  <message>
   <source>Name a size once, use it in any field: “bore / 2 - 1 mm”.</source>
   <translation>Benennen Sie ein Maß einmal und verwenden Sie es in jedem Feld: „bore / 2 - 1 mm“.</translation>
  </message>
  <message>
   <source>sizes not all known</source>
   <translation>nicht alle Maße bekannt</translation>
  </message>
  <message>
   <source>Earlier in the order</source>
   <translation>Früher in der Reihenfolge</translation>
  </message>
  <message>
   <source>Later in the order</source>
   <translation>Später in der Reihenfolge</translation>
  </message>
  <message>
   <source>Delete the feature</source>
   <translation>Das Merkmal löschen</translation>
  </message>
  <message>
   <source>add “%1”</source>
   <translation>„%1“ hinzufügen</translation>
  </message>
  <message>
   <source>reorder “%1”</source>
   <translation>„%1“ umordnen</translation>
  </message>
  <message>
   <source>+ Feature</source>
   <translation>+ Merkmal</translation>
  </message>
  <message>
   <source>Join or cut a body, or change the part, on the chosen face</source>
   <translation>Einen Körper anfügen oder abziehen, oder das Teil ändern, auf der gewählten Fläche</translation>
  </message>
  <message>
   <source>Join a body</source>
   <translation>Einen Körper anfügen</translation>
  </message>
  <message>
   <source>Cut a body</source>
   <translation>Einen Körper abziehen</translation>
  </message>
  <message>
   <source>Across</source>
   <translation>Quer</translation>
  </message>
  <message>
   <source>Up</source>
   <translation>Hoch</translation>
  </message>
  <message>
   <source>Above</source>
   <translation>Oben</translation>
  </message>
  <message>
   <source>%1 faces</source>
   <translation>%1 Flächen</translation>
  </message>
  <message>
   <source>Kind</source>
   <translation>Art</translation>
  </message>
  <message>
   <source>Heights, mm, seen from above</source>
   <translation>Höhen, mm, von oben gesehen</translation>
  </message>
  <message>
   <source>the grid of heights</source>
   <translation>das Netz der Höhen</translation>
  </message>
  <message>
   <source>the part's own axes</source>
   <translation>die eigenen Achsen des Teils</translation>
  </message>
  <message>
   <source>Place</source>
   <translation>Lage</translation>
  </message>
  <message>
   <source>, solid %1 of %2</source>
   <translation>, Körper %1 von %2</translation>
  </message>
  <message>
   <source>Holds</source>
   <translation>Enthält</translation>
  </message>
  <message>
   <source>change to “%1”</source>
   <translation>in „%1“ ändern</translation>
  </message>
  <message>
   <source>+ Row</source>
   <translation>+ Zeile</translation>
  </message>
  <message>
   <source>A row at the back</source>
   <translation>Eine Zeile hinten</translation>
  </message>
  <message>
   <source>− Row</source>
   <translation>− Zeile</translation>
  </message>
  <message>
   <source>Take the back row away</source>
   <translation>Die hintere Zeile wegnehmen</translation>
  </message>
  <message>
   <source>+ Column</source>
   <translation>+ Spalte</translation>
  </message>
  <message>
   <source>A column at the right</source>
   <translation>Eine Spalte rechts</translation>
  </message>
  <message>
   <source>− Column</source>
   <translation>− Spalte</translation>
  </message>
  <message>
   <source>Take the right column away</source>
   <translation>Die rechte Spalte wegnehmen</translation>
  </message>
  <message>
   <source>Take %1 away</source>
   <translation>%1 wegnehmen</translation>
  </message>
  <message>
   <source>Add</source>
   <translation>Hinzufügen</translation>
  </message>
  <message>
   <source>all its edges</source>
   <translation>alle ihre Kanten</translation>
  </message>
  <message>
   <source>Take a newer file …</source>
   <translation>Eine neuere Datei nehmen …</translation>
  </message>
  <message>
   <source>Faces find their names again; what is new or gone is told</source>
   <translation>Flächen finden ihre Namen wieder; Neues oder Verschwundenes wird gemeldet</translation>
  </message>
  <message>
   <source>a grid of heights needs at least two rows and two columns</source>
   <translation>ein Netz von Höhen braucht mindestens zwei Zeilen und zwei Spalten</translation>
  </message>
  <message>
   <source>a height of the skin</source>
   <translation>eine Höhe der Haut</translation>
  </message>
  <message>
   <source>Take %1</source>
   <translation>%1 nehmen</translation>
  </message>
  <message>
   <source>The face that was clicked on the part</source>
   <translation>Die Fläche, die am Teil angeklickt wurde</translation>
  </message>
  <message>
   <source>the face</source>
   <translation>die Fläche</translation>
  </message>
  <message>
   <source>Face to add</source>
   <translation>Fläche zum Hinzufügen</translation>
  </message>
  <message>
   <source>The edges between two faces</source>
   <translation>Die Kanten zwischen zwei Flächen</translation>
  </message>
  <message>
   <source>none yet</source>
   <translation>noch keine</translation>
  </message>
  <message>
   <source>= %1 mm</source>
   <translation>= %1 mm</translation>
  </message>
  <message>
   <source>and</source>
   <translation>und</translation>
  </message>
  <message>
   <source>where it meets %1</source>
   <translation>wo sie auf %1 trifft</translation>
  </message>
  <message>
   <source>This must not be empty</source>
   <translation>Dies darf nicht leer sein</translation>
  </message>
  <message>
   <source>This is longer than %1 characters</source>
   <translation>Dies ist länger als %1 Zeichen</translation>
  </message>
  <message>
   <source>%1 of “%2”</source>
   <translation>%1 von „%2“</translation>
  </message>
  <message>
   <source>change %1</source>
   <translation>%1 ändern</translation>
  </message>
  <message>
   <source>%1 not as usual</source>
   <translation>%1 nicht wie üblich</translation>
  </message>
  <message>
   <source>%1 and %2 more</source>
   <translation>%1 und %2 weitere</translation>
  </message>
  <message>
   <source>As usual</source>
   <translation>Wie üblich</translation>
  </message>
  <message>
   <source>Letter forms</source>
   <translation>Formen</translation>
  </message>
  <message>
   <source>Forms of the font for “%1”</source>
   <translation>Formen der Schrift für „%1“</translation>
  </message>
  <message>
   <source>the font is not at hand</source>
   <translation>die Schrift ist nicht zur Hand</translation>
  </message>
  <message>
   <source>As it is</source>
   <translation>Wie sie ist</translation>
  </message>
  <message>
   <source>%1 (changes nothing)</source>
   <translation>%1 (ändert nichts)</translation>
  </message>
  <message>
   <source>The font has no other forms for these letters.</source>
   <translation>Die Schrift hat für diese Buchstaben keine anderen Formen.</translation>
  </message>
  <message>
   <source>%1 × %2 mm in the file. %3 pieces</source>
   <translation>%1 × %2 mm in der Datei. %3 Stücke</translation>
  </message>
  <message>
   <source>take in %1 anew</source>
   <translation>%1 neu aufnehmen</translation>
  </message>
  <message>
   <source>, now %1, moved %2 mm at most</source>
   <translation>, jetzt %1, höchstens %2 mm verschoben</translation>
  </message>
  <message>
   <source>SVG, DXF, PNG or JPEG</source>
   <translation>SVG, DXF, PNG oder JPEG</translation>
  </message>
  <message>
   <source>The drawing as it came, and as it is cleaned up</source>
   <translation>Die Zeichnung, wie sie kam und wie sie bereinigt ist</translation>
  </message>
  <message>
   <source>Take in as it is now</source>
   <translation>Aufnehmen, wie sie jetzt ist</translation>
  </message>
  <message>
   <source>drawn twice, taken once</source>
   <translation>doppelt gezeichnet, einmal genommen</translation>
  </message>
  <message>
   <source>crossings parted</source>
   <translation>Kreuzungen getrennt</translation>
  </message>
  <message>
   <source>By light; choose …</source>
   <translation>Nach Licht; wählen …</translation>
  </message>
  <message>
   <source>As the file suggests …</source>
   <translation>Wie die Datei …</translation>
  </message>
  <message>
   <source>By light and dark</source>
   <translation>Nach Hell und Dunkel</translation>
  </message>
  <message>
   <source>Go by how light the picture is, not by its colours</source>
   <translation>Danach gehen, wie hell das Bild ist, nicht nach Farben</translation>
  </message>
  <message>
   <source>Choose a file …</source>
   <translation>Datei wählen …</translation>
  </message>
  <message>
   <source>the picture shows one colour only</source>
   <translation>das Bild zeigt nur eine Farbe</translation>
  </message>
  <message>
   <source>%1: %2 × %3 mm</source>
   <translation>%1: %2 × %3 mm</translation>
  </message>
  <message>
   <source>%1 has changed: %2</source>
   <translation>%1 hat sich geändert: %2</translation>
  </message>
  <message>
   <source>%1 of %2 are ink …</source>
   <translation>%1 von %2 Auftrag …</translation>
  </message>
  <message>
   <source>Choose a picture …</source>
   <translation>Ein Bild wählen …</translation>
  </message>
  <message>
   <source>Delete point %1</source>
   <translation>Punkt %1 löschen</translation>
  </message>
  <message>
   <source>add a point</source>
   <translation>einen Punkt hinzufügen</translation>
  </message>
  <message>
   <source>Piece</source>
   <translation>Stück</translation>
  </message>
  <message>
   <source>x  mm</source>
   <translation>x  mm</translation>
  </message>
  <message>
   <source>y  mm</source>
   <translation>y  mm</translation>
  </message>
  <message>
   <source>goes on as</source>
   <translation>weiter als</translation>
  </message>
  <message>
   <source>+ Point</source>
   <translation>+ Punkt</translation>
  </message>
  <message>
   <source>A point after the last one; a double click on the profile puts one there</source>
   <translation>Ein Punkt nach dem letzten; ein Doppelklick auf das Profil setzt einen dorthin</translation>
  </message>
  <message>
   <source>Point %1, %2</source>
   <translation>Punkt %1, %2</translation>
  </message>
  <message>
   <source>point %1</source>
   <translation>Punkt %1</translation>
  </message>
  <message>
   <source>Piece %1</source>
   <translation>Stück %1</translation>
  </message>
  <message>
   <source>change piece %1</source>
   <translation>Stück %1 ändern</translation>
  </message>
  <message>
   <source>delete a point</source>
   <translation>einen Punkt löschen</translation>
  </message>
  <message>
   <source>From DXF or SVG …</source>
   <translation>Aus DXF oder SVG …</translation>
  </message>
  <message>
   <source>rises by, mm</source>
   <translation>Stich, mm</translation>
  </message>
  <message>
   <source>%1
= %2 mm</source>
   <translation>%1
= %2 mm</translation>
  </message>
  <message>
   <source>line width</source>
   <translation>Linienbreite</translation>
  </message>
  <message>
   <source>lines are %1 mm wide at the face</source>
   <translation>Linien sind an der Fläche %1 mm breit</translation>
  </message>
  <message>
   <source>Round from the front, which is 0°; a length, such as 12 mm, is taken too</source>
   <translation>Von vorn herum, das ist 0°; auch eine Länge wie 12 mm</translation>
  </message>
  <message>
   <source>Alike</source>
   <translation>Gleich</translation>
  </message>
  <message>
   <source>From the middle of the face, to the right</source>
   <translation>Von der Mitte der Fläche nach rechts</translation>
  </message>
  <message>
   <source>From the lower rim, along the face</source>
   <translation>Vom unteren Rand, entlang der Fläche</translation>
  </message>
  <message>
   <source>From the middle of the face</source>
   <translation>Von der Mitte der Fläche</translation>
  </message>
  <message>
   <source>from a stamp</source>
   <translation>von einer Prägung</translation>
  </message>
  <message>
   <source>its bottom</source>
   <translation>ihrer Unterkante</translation>
  </message>
  <message>
   <source>its top</source>
   <translation>ihrer Oberkante</translation>
  </message>
  <message>
   <source>its middle</source>
   <translation>ihrer Mitte</translation>
  </message>
  <message>
   <source>the middle</source>
   <translation>der Mitte</translation>
  </message>
  <message>
   <source>Let go</source>
   <translation>Lösen</translation>
  </message>
  <message>
   <source>From now on it is edited by itself</source>
   <translation>Von nun an wird sie für sich bearbeitet</translation>
  </message>
  <message>
   <source>the lower rim</source>
   <translation>dem unteren Rand</translation>
  </message>
  <message>
   <source>the lower edge</source>
   <translation>der unteren Kante</translation>
  </message>
  <message>
   <source>the upper rim</source>
   <translation>dem oberen Rand</translation>
  </message>
  <message>
   <source>the upper edge</source>
   <translation>der oberen Kante</translation>
  </message>
  <message>
   <source>As it is looked at now</source>
   <translation>Wie jetzt geblickt wird</translation>
  </message>
  <message>
   <source>Cast along the view of the part</source>
   <translation>Entlang des Blicks auf das Teil projizieren</translation>
  </message>
  <message>
   <source>“%1” is not there any more. Nearest to it:</source>
   <translation>„%1“ ist nicht mehr da. Am nächsten kommt:</translation>
  </message>
  <message>
   <source>its left side</source>
   <translation>ihrer linken Seite</translation>
  </message>
  <message>
   <source>the left edge</source>
   <translation>der linken Kante</translation>
  </message>
  <message>
   <source>its right side</source>
   <translation>ihrer rechten Seite</translation>
  </message>
  <message>
   <source>the right edge</source>
   <translation>der rechten Kante</translation>
  </message>
  <message>
   <source>outer edge</source>
   <translation>äußere Kante</translation>
  </message>
  <message>
   <source>let go</source>
   <translation>lösen</translation>
  </message>
  <message>
   <source>%1 · of a stamp</source>
   <translation>%1 · einer Prägung</translation>
  </message>
  <message>
   <source>mm</source>
   <translation>mm</translation>
  </message>
  <message>
   <source>its own line</source>
   <translation>ihrer eigenen Linie</translation>
  </message>
  <message>
   <source>the rim or middle it was made with</source>
   <translation>dem Rand oder der Mitte, womit sie gemacht wurde</translation>
  </message>
  <message>
   <source>lower rim</source>
   <translation>unterer Rand</translation>
  </message>
  <message>
   <source>upper rim</source>
   <translation>oberer Rand</translation>
  </message>
  <message>
   <source>Lay it on %1</source>
   <translation>Auf %1 legen</translation>
  </message>
  <message>
   <source>edge of hole %1</source>
   <translation>Kante von Loch %1</translation>
  </message>
  <message>
   <source>There is no sign called “%1”</source>
   <translation>Es gibt kein Zeichen „%1“</translation>
  </message>
  <message>
   <source>own %1</source>
   <translation>eigene %1</translation>
  </message>
  <message>
   <source>a word</source>
   <translation>ein Wort</translation>
  </message>
  <message>
   <source>Letter %1, “%2”</source>
   <translation>Buchstabe %1, „%2“</translation>
  </message>
  <message>
   <source>a letter</source>
   <translation>ein Buchstabe</translation>
  </message>
  <message>
   <source>Font from a file</source>
   <translation>Schrift aus einer Datei</translation>
  </message>
  <message>
   <source>A font from a file: TTF, OTF, TTC, WOFF or WOFF2; it is kept within the job</source>
   <translation>Eine Schrift aus einer Datei: TTF, OTF, TTC, WOFF oder WOFF2; sie bleibt im Auftrag</translation>
  </message>
  <message>
   <source>Font</source>
   <translation>Schrift</translation>
  </message>
  <message>
   <source>As the rest</source>
   <translation>Wie der Rest</translation>
  </message>
  <message>
   <source>Back to what all letters have</source>
   <translation>Zurück zu dem, was alle Buchstaben haben</translation>
  </message>
  <message>
   <source>Style the selected words</source>
   <translation>Gewählte Wörter gestalten</translation>
  </message>
  <message>
   <source>Select words in the text above: they get a font and size of their own</source>
   <translation>Wählen Sie oben im Text Wörter: sie bekommen eine eigene Schrift und Größe</translation>
  </message>
  <message>
   <source>Letter to set by itself</source>
   <translation>Buchstabe, der für sich gesetzt wird</translation>
  </message>
  <message>
   <source>the font</source>
   <translation>die Schrift</translation>
  </message>
  <message>
   <source>axis %1</source>
   <translation>Achse %1</translation>
  </message>
  <message>
   <source>select words in the text first: they get a style of their own</source>
   <translation>wählen Sie zuerst im Text Wörter: sie bekommen eine eigene Gestalt</translation>
  </message>
  <message>
   <source>choose a letter</source>
   <translation>einen Buchstaben wählen</translation>
  </message>
  <message>
   <source>%1 · %2 · %3 × %4 mm</source>
   <translation>%1 · %2 · %3 × %4 mm</translation>
  </message>
  <message>
   <source>click a face to choose it for the next stamp</source>
   <translation>klicken Sie eine Fläche an, um sie für die nächste Prägung zu wählen</translation>
  </message>
  <message>
   <source>%1 · %2 of the stamp</source>
   <translation>%1 · %2 der Prägung</translation>
  </message>
  <message>
   <source>%1 · %2 %3 mm · girth %4 mm · height %5 mm</source>
   <translation>%1 · %2 %3 mm · Umfang %4 mm · Höhe %5 mm</translation>
  </message>
  <message>
   <source>Seen through</source>
   <translation>Durchsichtig</translation>
  </message>
  <message>
   <source>What lies behind shows through the part</source>
   <translation>Was dahinter liegt, scheint durch das Teil</translation>
  </message>
  <message>
   <source>Edges</source>
   <translation>Kanten</translation>
  </message>
  <message>
   <source>Lines where faces meet</source>
   <translation>Linien, wo Flächen sich treffen</translation>
  </message>
  <message>
   <source>Light from the side</source>
   <translation>Licht von der Seite</translation>
  </message>
  <message>
   <source>Shows how shallow a relief is</source>
   <translation>Zeigt, wie flach ein Relief ist</translation>
  </message>
  <message>
   <source>Click an edge or a face; a second click measures between the two.</source>
   <translation>Klicken Sie eine Kante oder Fläche an; ein zweiter Klick misst zwischen beiden.</translation>
  </message>
  <message>
   <source>none: flat here</source>
   <translation>keine: hier eben</translation>
  </message>
  <message>
   <source>Measures</source>
   <translation>Messwerte</translation>
  </message>
  <message>
   <source>Copy %1</source>
   <translation>%1 kopieren</translation>
  </message>
  <message>
   <source>Copy the value; paste it into any field</source>
   <translation>Den Wert kopieren; fügen Sie ihn in ein beliebiges Feld ein</translation>
  </message>
  <message>
   <source>PART</source>
   <translation>TEIL</translation>
  </message>
  <message>
   <source>The part is being built …</source>
   <translation>Das Teil wird gebaut …</translation>
  </message>
  <message>
   <source>The part cannot be built yet: see what is to fix below.</source>
   <translation>Das Teil lässt sich noch nicht bauen: unten steht, was in Ordnung zu bringen ist.</translation>
  </message>
  <message>
   <source>part</source>
   <translation>Teil</translation>
  </message>
  <message>
   <source>Look</source>
   <translation>Aussehen</translation>
  </message>
  <message>
   <source>Seen through, edges, light from the side</source>
   <translation>Durchsichtig, Kanten, Licht von der Seite</translation>
  </message>
  <message>
   <source>Part</source>
   <translation>Teil</translation>
  </message>
  <message>
   <source>Measure edges, faces and distances (Ctrl+M)</source>
   <translation>Kanten, Flächen und Abstände messen (Ctrl+M)</translation>
  </message>
  <message>
   <source>Delete takes the chosen point away, the arrow keys move it</source>
   <translation>Entf nimmt den gewählten Punkt weg, die Pfeiltasten bewegen ihn</translation>
  </message>
  <message>
   <source>sheet</source>
   <translation>Abwicklung</translation>
  </message>
  <message>
   <source>A coordinate of this profile is to fix: see the fields on the right.</source>
   <translation>Eine Koordinate dieses Profils ist in Ordnung zu bringen: siehe die Felder rechts.</translation>
  </message>
  <message>
   <source>move point %1</source>
   <translation>Punkt %1 verschieben</translation>
  </message>
  <message>
   <source>Show the face</source>
   <translation>Fläche zeigen</translation>
  </message>
  <message>
   <source>The sheet of the face picked on the part</source>
   <translation>Die Abwicklung der am Teil gewählten Fläche</translation>
  </message>
  <message>
   <source>Show the rail</source>
   <translation>Leitkurve zeigen</translation>
  </message>
  <message>
   <source>Change between the profile and the rail</source>
   <translation>Zwischen Profil und Leitkurve wechseln</translation>
  </message>
  <message>
   <source>Profile</source>
   <translation>Profil</translation>
  </message>
  <message>
   <source>of %1: drag points, double-click a piece for a new one</source>
   <translation>von %1: Punkte ziehen, Doppelklick auf ein Stück für einen neuen</translation>
  </message>
  <message>
   <source>point %1:  x %2 mm   y %3 mm</source>
   <translation>Punkt %1:  x %2 mm   y %3 mm</translation>
  </message>
  <message>
   <source>Show the profile</source>
   <translation>Profil zeigen</translation>
  </message>
  <message>
   <source>axis</source>
   <translation>Achse</translation>
  </message>
  <message>
   <source>Line up</source>
   <translation>Ausrichten</translation>
  </message>
  <message>
   <source>Move the others to the line of the stamp in hand</source>
   <translation>Die anderen auf die Linie der Prägung in der Hand verschieben</translation>
  </message>
  <message>
   <source>Equal gaps</source>
   <translation>Gleiche Lücken</translation>
  </message>
  <message>
   <source>Move them so that the gaps between them are equal</source>
   <translation>So verschieben, dass die Lücken dazwischen gleich sind</translation>
  </message>
  <message>
   <source>One alone</source>
   <translation>Nur eine</translation>
  </message>
  <message>
   <source>Keep only the stamp in hand chosen</source>
   <translation>Nur die Prägung in der Hand gewählt lassen</translation>
  </message>
  <message>
   <source>%1 stamps</source>
   <translation>%1 Prägungen</translation>
  </message>
  <message>
   <source>worst %1, ringed</source>
   <translation>schlechteste %1, umringelt</translation>
  </message>
  <message>
   <source>limit %1</source>
   <translation>Grenze %1</translation>
  </message>
  <message>
   <source>here %1</source>
   <translation>hier %1</translation>
  </message>
  <message>
   <source>and more</source>
   <translation>und mehr</translation>
  </message>
  <message>
   <source>There is nothing to measure here.</source>
   <translation>Hier gibt es nichts zu messen.</translation>
  </message>
  <message>
   <source>%1   (type a figure for it)</source>
   <translation>%1   (tippen Sie dafür eine Zahl)</translation>
  </message>
  <message>
   <source>and %1 %2 beside</source>
   <translation>und %1 %2 daneben</translation>
  </message>
  <message>
   <source>at true size</source>
   <translation>in wahrer Größe</translation>
  </message>
  <message>
   <source>as it is cast from</source>
   <translation>wie projiziert</translation>
  </message>
  <message>
   <source>unrolled at true size</source>
   <translation>in wahrer Größe abgewickelt</translation>
  </message>
  <message>
   <source>laid out with the least stretch</source>
   <translation>mit der geringsten Dehnung ausgelegt</translation>
  </message>
  <message>
   <source>laid out as a belt</source>
   <translation>als Gürtel ausgelegt</translation>
  </message>
  <message>
   <source>%1 is being laid out.</source>
   <translation>%1 wird ausgelegt.</translation>
  </message>
  <message>
   <source>SHEET</source>
   <translation>ABWICKLUNG</translation>
  </message>
  <message>
   <source>the artwork is not shown: a field of this stamp is to fix</source>
   <translation>das Motiv ist nicht zu sehen: ein Feld dieser Prägung ist in Ordnung zu bringen</translation>
  </message>
  <message>
   <source>artwork %1 mm %2</source>
   <translation>Motiv %1 mm %2</translation>
  </message>
  <message>
   <source>%1 mm from lower rim</source>
   <translation>%1 mm vom unteren Rand</translation>
  </message>
  <message>
   <source>to the edges %1 mm left, %2 mm right</source>
   <translation>zu den Kanten %1 mm links, %2 mm rechts</translation>
  </message>
  <message>
   <source>letters %1 wide, %2 tall</source>
   <translation>Buchstaben %1 breit, %2 hoch</translation>
  </message>
  <message>
   <source>%1 is %2: it cannot be laid out.
Its surface is of a make that is not known.</source>
   <translation>%1 ist %2: sie lässt sich nicht auslegen.
Ihre Oberfläche ist von einer Art, die nicht bekannt ist.</translation>
  </message>
  <message>
   <source>no stamp selected: “+ Stamp” lays text on this face</source>
   <translation>keine Prägung gewählt: „+ Prägung“ legt Text auf diese Fläche</translation>
  </message>
  <message>
   <source>free each side %1 mm</source>
   <translation>frei je Seite %1 mm</translation>
  </message>
  <message>
   <source>%1 mm too long</source>
   <translation>%1 mm zu lang</translation>
  </message>
  <message>
   <source>seam at %1°</source>
   <translation>Naht bei %1°</translation>
  </message>
  <message>
   <source>%1 is laid out with the first stamp that lies on it.</source>
   <translation>%1 wird mit der ersten Prägung ausgelegt, die darauf liegt.</translation>
  </message>
  <message>
   <source>Click a face of the part above.
It is laid out flat here, at true size, ready for text.</source>
   <translation>Klicken Sie oben eine Fläche des Teils an.
Sie wird hier flach ausgelegt, in wahrer Größe, bereit für Text.</translation>
  </message>
  <message>
   <source>The sheet follows as soon as the part is built.</source>
   <translation>Die Abwicklung folgt, sobald das Teil gebaut ist.</translation>
  </message>
  <message>
   <source>Widths</source>
   <translation>Breiten</translation>
  </message>
  <message>
   <source>Heights</source>
   <translation>Höhen</translation>
  </message>
  <message>
   <source>Areas</source>
   <translation>Flächeninhalte</translation>
  </message>
  <message>
   <source>Right angles</source>
   <translation>Rechte Winkel</translation>
  </message>
  <message>
   <source>Nothing stretches on this face.</source>
   <translation>Auf dieser Fläche dehnt sich nichts.</translation>
  </message>
  <message>
   <source>pull %1, “%2”</source>
   <translation>%1 ziehen, „%2“</translation>
  </message>
  <message>
   <source>Map</source>
   <translation>Karte</translation>
  </message>
  <message>
   <source>Show in colours what is measured all over the stamp, or how the face stretches it</source>
   <translation>In Farben zeigen, was überall auf der Prägung gemessen ist oder wie die Fläche sie dehnt</translation>
  </message>
  <message>
   <source>Not shown</source>
   <translation>Nicht gezeigt</translation>
  </message>
  <message>
   <source>Measured on the stamp</source>
   <translation>Gemessen auf der Prägung</translation>
  </message>
  <message>
   <source>Stretch of the face</source>
   <translation>Dehnung der Fläche</translation>
  </message>
  <message>
   <source>Wrapped and cast, side by side …</source>
   <translation>Herumgelegt und projiziert, nebeneinander …</translation>
  </message>
  <message>
   <source>Sheet</source>
   <translation>Abwicklung</translation>
  </message>
  <message>
   <source>Artwork upright</source>
   <translation>Motiv aufrecht</translation>
  </message>
  <message>
   <source>%1 %2 mm</source>
   <translation>%1 %2 mm</translation>
  </message>
  <message>
   <source>%1 as %2</source>
   <translation>%1 wie %2</translation>
  </message>
  <message>
   <source>%1 as a picture</source>
   <translation>%1 nach Bild</translation>
  </message>
  <message>
   <source>a size is to fix</source>
   <translation>ein Maß ist in Ordnung zu bringen</translation>
  </message>
  <message>
   <source>no dimensions</source>
   <translation>keine Maße</translation>
  </message>
  <message>
   <source>%1, off</source>
   <translation>%1, aus</translation>
  </message>
  <message>
   <source>1 dimension</source>
   <translation>1 Maß</translation>
  </message>
  <message>
   <source>%1 dimensions</source>
   <translation>%1 Maße</translation>
  </message>
  <message>
   <source>switched off</source>
   <translation>ausgeschaltet</translation>
  </message>
  <message>
   <source>Blank</source>
   <translation>Rohling</translation>
  </message>
  <message>
   <source>not built yet</source>
   <translation>noch nicht gebaut</translation>
  </message>
  <message>
   <source>to be checked again …</source>
   <translation>wird neu geprüft …</translation>
  </message>
  <message>
   <source>all checks passed</source>
   <translation>alle Prüfungen bestanden</translation>
  </message>
  <message>
   <source>By name, text, face or relief, or by what was found: “to fix” (Ctrl+F)</source>
   <translation>Nach Name, Text, Fläche oder Relief, oder nach dem, was gefunden wurde: „zu beheben“ (Ctrl+F)</translation>
  </message>
  <message>
   <source>The part</source>
   <translation>Das Teil</translation>
  </message>
  <message>
   <source>A STEP file of yours, a ready shape, or the tube that stands here. Its sizes are in the fields on the right.</source>
   <translation>Eine eigene STEP-Datei, eine fertige Form oder das Rohr, das hier steht. Die Maße stehen in den Feldern rechts.</translation>
  </message>
  <message>
   <source>The face</source>
   <translation>Die Fläche</translation>
  </message>
  <message>
   <source>Click the face of the part that the artwork goes on. Its sheet opens below, flat and at true size.</source>
   <translation>Klicken Sie die Fläche des Teils an, auf die das Motiv kommt. Unten öffnet sich ihre Abwicklung, flach und in wahrer Größe.</translation>
  </message>
  <message>
   <source>The artwork</source>
   <translation>Das Motiv</translation>
  </message>
  <message>
   <source>“+ Stamp” lays a text there: type what it says. “Logo, sign …” has all else; a drawing can be dropped on the part.</source>
   <translation>„+ Prägung“ legt dort einen Text: tippen Sie, was er sagt. „Logo, Zeichen …“ hat alles andere; eine Zeichnung lässt sich auf das Teil ziehen.</translation>
  </message>
  <message>
   <source>The relief</source>
   <translation>Das Relief</translation>
  </message>
  <message>
   <source>Sunk or standing out, how deep, which colour: choose it by its picture on the right. Drag the artwork to its place.</source>
   <translation>Vertieft oder erhaben, wie tief, welche Farbe: wählen Sie rechts nach dem Bild. Ziehen Sie das Motiv an seinen Platz.</translation>
  </message>
  <message>
   <source>The files</source>
   <translation>Die Dateien</translation>
  </message>
  <message>
   <source>The dark line at the foot tells what was found, and often what mends it. Then write the files.</source>
   <translation>Die dunkle Zeile am Fuß nennt, was gefunden wurde, und oft, was es behebt. Dann schreiben Sie die Dateien.</translation>
  </message>
  <message>
   <source>Not wanted</source>
   <translation>Nicht gewünscht</translation>
  </message>
  <message>
   <source>STEP file …</source>
   <translation>STEP-Datei …</translation>
  </message>
  <message>
   <source>Ready shapes</source>
   <translation>Fertige Formen</translation>
  </message>
  <message>
   <source>Go on with this one</source>
   <translation>Mit diesem weiter</translation>
  </message>
  <message>
   <source>Show the depth</source>
   <translation>Die Tiefe zeigen</translation>
  </message>
  <message>
   <source>depth</source>
   <translation>Tiefe</translation>
  </message>
  <message>
   <source>It is right</source>
   <translation>Es ist richtig</translation>
  </message>
  <message>
   <source>How to begin</source>
   <translation>Wie man beginnt</translation>
  </message>
  <message>
   <source>The guide (F1) has the same steps</source>
   <translation>Der Leitfaden (F1) hat dieselben Schritte</translation>
  </message>
  <message>
   <source>Line</source>
   <translation>Linie</translation>
  </message>
  <message>
   <source>Rectangle</source>
   <translation>Rechteck</translation>
  </message>
  <message>
   <source>Circle</source>
   <translation>Kreis</translation>
  </message>
  <message>
   <source>Band along edges</source>
   <translation>Band entlang Kanten</translation>
  </message>
  <message>
   <source>Logo, sign …</source>
   <translation>Logo, Zeichen …</translation>
  </message>
  <message>
   <source>A logo from a file, a sign, a scale, a machine-read mark or a plain shape on the chosen face; a stamp of the shelf; text on a stamp</source>
   <translation>Ein Logo aus einer Datei, ein Zeichen, eine Skala, eine maschinenlesbare Marke oder eine einfache Form auf der gewählten Fläche; eine Prägung aus dem Regal; Text auf einer Prägung</translation>
  </message>
  <message>
   <source>Logo from a file …</source>
   <translation>Logo aus einer Datei …</translation>
  </message>
  <message>
   <source>Text on the chosen stamp</source>
   <translation>Text auf der gewählten Prägung</translation>
  </message>
  <message>
   <source>From the shelf</source>
   <translation>Aus dem Regal</translation>
  </message>
  <message>
   <source>along</source>
   <translation>entlang</translation>
  </message>
  <message>
   <source>In the order they are made</source>
   <translation>In der Reihenfolge der Fertigung</translation>
  </message>
  <message>
   <source>By face</source>
   <translation>Nach Flächen</translation>
  </message>
  <message>
   <source>Worst first</source>
   <translation>Schlechteste zuerst</translation>
  </message>
  <message>
   <source>Notes</source>
   <translation>Hinweise</translation>
  </message>
  <message>
   <source>Without findings</source>
   <translation>Ohne Befunde</translation>
  </message>
  <message>
   <source>before the change:</source>
   <translation>vor der Änderung:</translation>
  </message>
  <message>
   <source>Give up this build; the part last built stays (Esc)</source>
   <translation>Diesen Aufbau aufgeben; das zuletzt gebaute Teil bleibt (Esc)</translation>
  </message>
  <message>
   <source>Proof …</source>
   <translation>Prüfung …</translation>
  </message>
  <message>
   <source>Change this to meet the limit; Undo takes it back</source>
   <translation>Dies ändern, um die Grenze einzuhalten; „Zurück“ nimmt es zurück</translation>
  </message>
  <message>
   <source>1 stamp</source>
   <translation>1 Prägung</translation>
  </message>
  <message>
   <source>exact solid</source>
   <translation>exakter Körper</translation>
  </message>
  <message>
   <source>no solid</source>
   <translation>kein Körper</translation>
  </message>
  <message>
   <source>by imprint</source>
   <translation>durch Einsetzen</translation>
  </message>
  <message>
   <source>by boolean</source>
   <translation>durch Verknüpfung</translation>
  </message>
  <message>
   <source>the engine stopped and was started again; the job is being built anew</source>
   <translation>die Rechenmaschine blieb stehen und wurde neu gestartet; der Auftrag wird neu gebaut</translation>
  </message>
  <message>
   <source>the engine stopped twice on this job: change the stamp and it tries again</source>
   <translation>die Rechenmaschine blieb an diesem Auftrag zweimal stehen: ändern Sie die Prägung, dann versucht sie es wieder</translation>
  </message>
  <message>
   <source>%1 in %2 s</source>
   <translation>%1 in %2 s</translation>
  </message>
  <message>
   <source>building: %1</source>
   <translation>wird gebaut: %1</translation>
  </message>
  <message>
   <source>building</source>
   <translation>wird gebaut</translation>
  </message>
  <message>
   <source>Change it: %1</source>
   <translation>Ändern: %1</translation>
  </message>
  <message>
   <source>%1, %2, on %3, %4</source>
   <translation>%1, %2, auf %3, %4</translation>
  </message>
  <message>
   <source>delete %1</source>
   <translation>%1 löschen</translation>
  </message>
  <message>
   <source>Off</source>
   <translation>Aus</translation>
  </message>
  <message>
   <source>Leave the stamp out of the part</source>
   <translation>Die Prägung am Teil weglassen</translation>
  </message>
  <message>
   <source>A second stamp like this one, beside it</source>
   <translation>Eine zweite Prägung wie diese, daneben</translation>
  </message>
  <message>
   <source>Delete</source>
   <translation>Löschen</translation>
  </message>
  <message>
   <source>Take the stamp off the ticket</source>
   <translation>Die Prägung von der Laufkarte nehmen</translation>
  </message>
  <message>
   <source>copy “%1”</source>
   <translation>„%1“ kopieren</translation>
  </message>
  <message>
   <source>Ticket</source>
   <translation>Laufkarte</translation>
  </message>
  <message>
   <source>Lay a new text on the chosen face (Ctrl+T)</source>
   <translation>Einen neuen Text auf die gewählte Fläche legen (Ctrl+T)</translation>
  </message>
  <message>
   <source>TICKET</source>
   <translation>LAUFKARTE</translation>
  </message>
  <message>
   <source>Order of the cards</source>
   <translation>Reihenfolge der Karten</translation>
  </message>
  <message>
   <source>Cards as the stamps are made, by face, or the worst first</source>
   <translation>Karten in der Reihenfolge der Fertigung, nach Flächen oder die schlechteste zuerst</translation>
  </message>
  <message>
   <source>switch off</source>
   <translation>ausschalten</translation>
  </message>
  <message>
   <source>switch on</source>
   <translation>einschalten</translation>
  </message>
  <message>
   <source>On</source>
   <translation>Ein</translation>
  </message>
  <message>
   <source>Leave the stamp out of the part (Space)</source>
   <translation>Die Prägung am Teil weglassen (Leertaste)</translation>
  </message>
  <message>
   <source>Make the stamp again (Space)</source>
   <translation>Die Prägung wieder machen (Leertaste)</translation>
  </message>
  <message>
   <source>%1 for the maker (Ctrl+E)</source>
   <translation>%1 für den Fertiger (Ctrl+E)</translation>
  </message>
  <message>
   <source>not saved yet</source>
   <translation>noch nicht gesichert</translation>
  </message>
  <message>
   <source>new job</source>
   <translation>neuer Auftrag</translation>
  </message>
  <message>
   <source>unsaved changes</source>
   <translation>nicht gesicherte Änderungen</translation>
  </message>
  <message>
   <source>new logo</source>
   <translation>neues Logo</translation>
  </message>
  <message>
   <source>Nothing to %1</source>
   <translation>Nichts für „%1“</translation>
  </message>
  <message>
   <source>paste “%1”</source>
   <translation>„%1“ einfügen</translation>
  </message>
  <message>
   <source>As a new job</source>
   <translation>Als neuer Auftrag</translation>
  </message>
  <message>
   <source>Joined to this part</source>
   <translation>An dieses Teil angefügt</translation>
  </message>
  <message>
   <source>Cut from this part</source>
   <translation>Von diesem Teil abgezogen</translation>
  </message>
  <message>
   <source>Put the stamp on the shelf</source>
   <translation>Prägung ins Regal legen</translation>
  </message>
  <message>
   <source>what was copied</source>
   <translation>was kopiert wurde</translation>
  </message>
  <message>
   <source>what was copied holds no stamp</source>
   <translation>was kopiert wurde, enthält keine Prägung</translation>
  </message>
  <message>
   <source>In place of “%1”</source>
   <translation>Anstelle von „%1“</translation>
  </message>
  <message>
   <source>there is no face for this stamp</source>
   <translation>für diese Prägung gibt es keine Fläche</translation>
  </message>
  <message>
   <source>%1 is no job, part, logo, picture or font</source>
   <translation>%1 ist weder Auftrag noch Teil, Logo, Bild oder Schrift</translation>
  </message>
  <message>
   <source>%1: choose a text first, which is to be set in this font</source>
   <translation>%1: wählen Sie zuerst einen Text, der in dieser Schrift gesetzt werden soll</translation>
  </message>
  <message>
   <source>no copy could be kept: %1</source>
   <translation>es ließ sich keine Kopie behalten: %1</translation>
  </message>
  <message>
   <source>the file is being read</source>
   <translation>die Datei wird gelesen</translation>
  </message>
  <message>
   <source>taking in</source>
   <translation>wird aufgenommen</translation>
  </message>
  <message>
   <source>Reading %1 …</source>
   <translation>%1 wird gelesen …</translation>
  </message>
  <message>
   <source>the pattern takes too long to be drawn before it is built: give a wider pitch</source>
   <translation>das Muster braucht zu lange, um vor dem Bauen gezeichnet zu werden: geben Sie eine größere Teilung an</translation>
  </message>
  <message>
   <source>the file cannot be read or drawn</source>
   <translation>die Datei lässt sich nicht lesen oder zeichnen</translation>
  </message>
  <message>
   <source>fuel tank</source>
   <translation>Öltank</translation>
  </message>
  <message>
   <source>chimney collar</source>
   <translation>Kaminkragen</translation>
  </message>
  <message>
   <source>vent cap</source>
   <translation>Lüftungskappe</translation>
  </message>
  <message>
   <source>wick knob</source>
   <translation>Dochtknopf</translation>
  </message>
  <message>
   <source>carry grip</source>
   <translation>Tragegriff</translation>
  </message>
  <message>
   <source>base disc</source>
   <translation>Bodenscheibe</translation>
  </message>
  <message>
   <source>name plate</source>
   <translation>Namensschild</translation>
  </message>
  <message>
   <source>case badge</source>
   <translation>Gehäuseplakette</translation>
  </message>
  <message>
   <source>lid die</source>
   <translation>Deckelform</translation>
  </message>
  <message>
   <source>counter sign</source>
   <translation>Thekenschild</translation>
  </message>
  <message>
   <source>a tube, text all round</source>
   <translation>ein Rohr, Text ringsum</translation>
  </message>
  <message>
   <source>a cone, text with the rim</source>
   <translation>ein Kegel, Text mit dem Rand</translation>
  </message>
  <message>
   <source>a dome, text round the crown</source>
   <translation>eine Kuppel, Text um den Scheitel</translation>
  </message>
  <message>
   <source>a round, numerals at even steps</source>
   <translation>ein Rundling, Ziffern ringsum</translation>
  </message>
  <message>
   <source>a freeform skin, a raised mark</source>
   <translation>eine Freiformhaut, erhaben</translation>
  </message>
  <message>
   <source>a disc, text on an arc</source>
   <translation>eine Scheibe, Text auf einem Bogen</translation>
  </message>
  <message>
   <source>a field to the edges, a groove</source>
   <translation>ein Feld bis zu den Kanten, eine Nut</translation>
  </message>
  <message>
   <source>an inlay, loose letters, a stencil</source>
   <translation>Einlage, lose Buchstaben</translation>
  </message>
  <message>
   <source>a mould: draft, rising caps, lines</source>
   <translation>Form: Schräge, Linien</translation>
  </message>
  <message>
   <source>letters that bend over and lean</source>
   <translation>Buchstaben, die sich überneigen und lehnen</translation>
  </message>
  <message>
   <source>a font that the job keeps cannot be used: %1</source>
   <translation>eine Schrift, die der Auftrag aufbewahrt, lässt sich nicht verwenden: %1</translation>
  </message>
  <message>
   <source>a font of the job</source>
   <translation>eine Schrift des Auftrags</translation>
  </message>
  <message>
   <source>%1: choose a stamp</source>
   <translation>%1: wählen Sie eine Prägung</translation>
  </message>
  <message>
   <source>being measured …</source>
   <translation>wird gemessen …</translation>
  </message>
  <message>
   <source>a point of the guide</source>
   <translation>ein Punkt der Leitlinie</translation>
  </message>
  <message>
   <source>an arc of the guide</source>
   <translation>ein Bogen der Leitlinie</translation>
  </message>
  <message>
   <source>the guide's end</source>
   <translation>das Ende der Leitlinie</translation>
  </message>
  <message>
   <source>the guide's radius</source>
   <translation>der Radius der Leitlinie</translation>
  </message>
  <message>
   <source>the guide's distance from its edge</source>
   <translation>der Abstand der Leitlinie von ihrer Kante</translation>
  </message>
  <message>
   <source>middle across</source>
   <translation>Mitte quer</translation>
  </message>
  <message>
   <source>middle up</source>
   <translation>Mitte hoch</translation>
  </message>
  <message>
   <source>Left sides</source>
   <translation>Linke Seiten</translation>
  </message>
  <message>
   <source>Middles, across</source>
   <translation>Mitten, quer</translation>
  </message>
  <message>
   <source>Right sides</source>
   <translation>Rechte Seiten</translation>
  </message>
  <message>
   <source>Bottoms</source>
   <translation>Unterkanten</translation>
  </message>
  <message>
   <source>Middles, up</source>
   <translation>Mitten, hoch</translation>
  </message>
  <message>
   <source>Tops</source>
   <translation>Oberkanten</translation>
  </message>
  <message>
   <source>Lines that they stand on</source>
   <translation>Linien, auf denen sie stehen</translation>
  </message>
  <message>
   <source>stamps are lined up on one face: choose two that lie on it</source>
   <translation>Prägungen werden auf einer Fläche ausgerichtet: wählen Sie zwei, die darauf liegen</translation>
  </message>
  <message>
   <source>line up: %1</source>
   <translation>ausrichten: %1</translation>
  </message>
  <message>
   <source>equal gaps need stamps on one face</source>
   <translation>gleiche Lücken brauchen Prägungen auf einer Fläche</translation>
  </message>
  <message>
   <source>equal gaps are not made on a face that is laid out as a sector or belt</source>
   <translation>gleiche Lücken gibt es nicht auf einer Fläche, die als Sektor oder Gürtel ausgelegt ist</translation>
  </message>
  <message>
   <source>equal gaps</source>
   <translation>gleiche Lücken</translation>
  </message>
  <message>
   <source>now %1 × %2 mm</source>
   <translation>jetzt %1 × %2 mm</translation>
  </message>
  <message>
   <source>, before %1 × %2 mm</source>
   <translation>, vorher %1 × %2 mm</translation>
  </message>
  <message>
   <source>%1; %2 colours</source>
   <translation>%1; %2 Farben</translation>
  </message>
  <message>
   <source>left and right</source>
   <translation>links und rechts</translation>
  </message>
  <message>
   <source>front and back</source>
   <translation>vorn und hinten</translation>
  </message>
  <message>
   <source>above and below</source>
   <translation>oben und unten</translation>
  </message>
  <message>
   <source>what runs along a guide, or is there in copies, has no one image</source>
   <translation>was entlang einer Leitlinie läuft oder in Kopien da ist, hat kein einzelnes Spiegelbild</translation>
  </message>
  <message>
   <source>a projection comes from one direction: mirror it by hand</source>
   <translation>eine Projektion kommt aus einer Richtung: spiegeln Sie sie von Hand</translation>
  </message>
  <message>
   <source>there is no face where its image would lie</source>
   <translation>es gibt keine Fläche, auf der das Spiegelbild läge</translation>
  </message>
  <message>
   <source>Something went wrong that was not foreseen. The job is as it was before the last step or just after it, and a copy of it has been kept. %1 tells more</source>
   <translation>Etwas ging schief, das nicht vorhergesehen war. Der Auftrag ist, wie er vor dem letzten Schritt oder gleich danach war, und eine Kopie davon wurde behalten. %1 sagt mehr</translation>
  </message>
  <message>
   <source>A fault of the program</source>
   <translation>Ein Fehler des Programms</translation>
  </message>
  <message>
   <source>there is no face for a stamp: the part could not be made</source>
   <translation>keine Fläche für eine Prägung: das Teil ließ sich nicht bauen</translation>
  </message>
  <message>
   <source>The desk has this size when it is started next.</source>
   <translation>Der Arbeitsplatz hat diese Größe, wenn er das nächste Mal gestartet wird.</translation>
  </message>
  <message>
   <source>The desk speaks this language when it is started next.</source>
   <translation>Der Arbeitsplatz spricht diese Sprache, wenn er das nächste Mal gestartet wird.</translation>
  </message>
  <message>
   <source>How it looks</source>
   <translation>Aussehen</translation>
  </message>
  <message>
   <source>Language</source>
   <translation>Sprache</translation>
  </message>
  <message>
   <source>as it stands in its file; its faces are being looked at</source>
   <translation>wie es in der Datei steht; die Flächen werden gerade angesehen</translation>
  </message>
  <message>
   <source>STEP files (*.step *.stp *.STEP *.STP)</source>
   <translation>STEP-Dateien (*.step *.stp *.STEP *.STP)</translation>
  </message>
  <message>
   <source>Fonts (*.ttf *.otf *.ttc *.otc *.woff *.woff2)</source>
   <translation>Schriften (*.ttf *.otf *.ttc *.otc *.woff *.woff2)</translation>
  </message>
  <message>
   <source>Logos (*.svg *.dxf *.png *.jpg *.jpeg *.SVG *.DXF *.PNG *.JPG *.JPEG)</source>
   <translation>Logos (*.svg *.dxf *.png *.jpg *.jpeg *.SVG *.DXF *.PNG *.JPG *.JPEG)</translation>
  </message>
  <message>
   <source>Pictures (*.png *.jpg *.jpeg *.PNG *.JPG *.JPEG)</source>
   <translation>Bilder (*.png *.jpg *.jpeg *.PNG *.JPG *.JPEG)</translation>
  </message>
  <message>
   <source>Outlines (*.dxf *.svg *.DXF *.SVG)</source>
   <translation>Umrisse (*.dxf *.svg *.DXF *.SVG)</translation>
  </message>
  <message>
   <source>Take in a profile</source>
   <translation>Ein Profil aufnehmen</translation>
  </message>
  <message>
   <source>Take in a rail</source>
   <translation>Eine Leitkurve aufnehmen</translation>
  </message>
  <message>
   <source>Take in a logo</source>
   <translation>Ein Logo aufnehmen</translation>
  </message>
  <message>
   <source>Take in a font</source>
   <translation>Eine Schrift aufnehmen</translation>
  </message>
  <message>
   <source>Take in a picture</source>
   <translation>Ein Bild übernehmen</translation>
  </message>
  <message>
   <source>The file names no unit. The face has room for about %1 mm.</source>
   <translation>Die Datei nennt keine Einheit. Die Fläche hat Platz für etwa %1 mm.</translation>
  </message>
  <message>
   <source>take in %1</source>
   <translation>%1 aufnehmen</translation>
  </message>
  <message>
   <source>%1 holds %2 solids. Take in:</source>
   <translation>%1 enthält %2 Körper. Aufzunehmen:</translation>
  </message>
  <message>
   <source>%1 has changed on disk: its stamp offers it anew</source>
   <translation>%1 hat sich auf der Platte geändert: die Prägung bietet es neu an</translation>
  </message>
  <message>
   <source>solid %1:  %2 × %3 × %4 mm, %5 faces</source>
   <translation>Körper %1:  %2 × %3 × %4 mm, %5 Flächen</translation>
  </message>
  <message>
   <source>it is larger than %1 MB</source>
   <translation>sie ist größer als %1 MB</translation>
  </message>
  <message>
   <source>Unit of the drawing</source>
   <translation>Einheit der Zeichnung</translation>
  </message>
  <message>
   <source>Several solids</source>
   <translation>Mehrere Körper</translation>
  </message>
  <message>
   <source>%1 is none of SVG, DXF, PNG and JPEG</source>
   <translation>%1 ist weder SVG noch DXF, PNG oder JPEG</translation>
  </message>
  <message>
   <source>Take in a part</source>
   <translation>Ein Teil aufnehmen</translation>
  </message>
  <message>
   <source>%1 cannot be read: %2</source>
   <translation>%1 lässt sich nicht lesen: %2</translation>
  </message>
  <message>
   <source>%1 was not taken in</source>
   <translation>%1 wurde nicht aufgenommen</translation>
  </message>
  <message>
   <source>a stamp for each ink</source>
   <translation>eine Prägung für jeden Farbauftrag</translation>
  </message>
  <message>
   <source>these are no triangles of a part</source>
   <translation>das sind keine Dreiecke eines Teils</translation>
  </message>
  <message>
   <source>equal gaps need three stamps on the face, or two that go all round</source>
   <translation>gleiche Lücken brauchen drei Prägungen auf der Fläche, oder zwei, die ganz herumgehen</translation>
  </message>
  <message>
   <source>there is no room: the stamps are %1 mm too long for each gap</source>
   <translation>es ist kein Platz: die Prägungen sind je Lücke um %1 mm zu lang</translation>
  </message>
  <message>
   <source>what was to be changed is not there any more</source>
   <translation>was zu ändern war, ist nicht mehr da</translation>
  </message>
  <message>
   <source>stopped: what was made stands, and the same series goes on from there</source>
   <translation>angehalten: was gemacht wurde, bleibt, und dieselbe Serie geht von dort weiter</translation>
  </message>
  <message>
   <source>it could not be started</source>
   <translation>es ließ sich nicht starten</translation>
  </message>
  <message>
   <source>it broke off: the log tells more</source>
   <translation>es brach ab: das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>as it was when last open; it is being made again</source>
   <translation>wie es beim letzten Öffnen war; es wird neu gemacht</translation>
  </message>
  <message>
   <source>Untitled</source>
   <translation>Ohne Namen</translation>
  </message>
  <message>
   <source>switch %1 “%2”</source>
   <translation>%1 „%2“ schalten</translation>
  </message>
  <message>
   <source>the job has changed since: ask again</source>
   <translation>der Auftrag hat sich seither geändert: fragen Sie noch einmal</translation>
  </message>
  <message>
   <source>%1 mm across, %2 mm up</source>
   <translation>%1 mm quer, %2 mm hoch</translation>
  </message>
  <message>
   <source>turned to %1°</source>
   <translation>auf %1° gedreht</translation>
  </message>
  <message>
   <source>“%1” is not built: there is nothing to measure</source>
   <translation>„%1“ ist nicht gebaut: es gibt nichts zu messen</translation>
  </message>
  <message>
   <source>“%1” cannot be laid out as it is</source>
   <translation>„%1“ lässt sich so nicht auslegen</translation>
  </message>
  <message>
   <source>“%1” has nothing there that a stamp could lie on</source>
   <translation>„%1“ hat dort nichts, worauf eine Prägung liegen könnte</translation>
  </message>
  <message>
   <source>%1: choose a process, then its time and cost can be reckoned</source>
   <translation>%1: wählen Sie ein Verfahren, dann lassen sich Zeit und Kosten schätzen</translation>
  </message>
  <message>
   <source>no stamp is built: there is nothing to reckon</source>
   <translation>keine Prägung ist gebaut: es gibt nichts zu schätzen</translation>
  </message>
  <message>
   <source>it cannot be made with these sizes; the log tells more</source>
   <translation>mit diesen Maßen lässt es sich nicht machen; das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>the build failed in a way that was not foreseen: undo the last step; see the log</source>
   <translation>der Aufbau misslang auf unvorhergesehene Weise: nehmen Sie den letzten Schritt zurück; siehe das Protokoll</translation>
  </message>
  <message>
   <source>not built</source>
   <translation>nicht gebaut</translation>
  </message>
  <message>
   <source>%1 failed in a way that was not foreseen: move it a little, or change its artwork; the log tells more</source>
   <translation>%1 misslang auf unvorhergesehene Weise: verschieben Sie es ein wenig oder ändern Sie sein Motiv; das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>last check</source>
   <translation>letzte Prüfung</translation>
  </message>
  <message>
   <source>the blank is not a sound solid before marking</source>
   <translation>der Rohling ist vor dem Prägen kein einwandfreier Körper</translation>
  </message>
  <message>
   <source>feature not made</source>
   <translation>Merkmal nicht gemacht</translation>
  </message>
  <message>
   <source>“%1” is %2: it cannot be laid out flat exactly</source>
   <translation>„%1“ ist %2: sie lässt sich nicht genau flach auslegen</translation>
  </message>
  <message>
   <source>the face “%1” is not there any more; nearest to it: %2</source>
   <translation>die Fläche „%1“ ist nicht mehr da; am nächsten kommt: %2</translation>
  </message>
  <message>
   <source>there is no ink to make</source>
   <translation>es ist kein Auftrag zu machen</translation>
  </message>
  <message>
   <source>stamp “%1”</source>
   <translation>Prägung „%1“</translation>
  </message>
  <message>
   <source>; the part is made without it</source>
   <translation>; das Teil wird ohne sie gemacht</translation>
  </message>
  <message>
   <source>wrong field</source>
   <translation>falsches Feld</translation>
  </message>
  <message>
   <source>laying out its face</source>
   <translation>ihre Fläche auszulegen</translation>
  </message>
  <message>
   <source>nothing to make</source>
   <translation>nichts zu machen</translation>
  </message>
  <message>
   <source>laying it out</source>
   <translation>sie auszulegen</translation>
  </message>
  <message>
   <source>unsound blank</source>
   <translation>Rohling nicht einwandfrei</translation>
  </message>
  <message>
   <source>building it</source>
   <translation>sie zu bauen</translation>
  </message>
  <message>
   <source>reading this file</source>
   <translation>diese Datei zu lesen</translation>
  </message>
  <message>
   <source>measuring this</source>
   <translation>dies zu messen</translation>
  </message>
  <message>
   <source>the engine is closed</source>
   <translation>die Rechenmaschine ist geschlossen</translation>
  </message>
  <message>
   <source>%1 broke the engine off</source>
   <translation>%1 brachte die Rechenmaschine zum Abbruch</translation>
  </message>
  <message>
   <source>: it is %1 at %2, %3 mm on the sheet%4; move it, make it simpler, or leave it out</source>
   <translation>: es ist %1 bei %2, %3 mm der Abwicklung%4; verschieben Sie es, machen Sie es einfacher oder lassen Sie es weg</translation>
  </message>
  <message>
   <source>: each of its pieces can be built by itself; make it of two stamps</source>
   <translation>: jedes seiner Stücke lässt sich für sich bauen; machen Sie zwei Prägungen daraus</translation>
  </message>
  <message>
   <source>the piece</source>
   <translation>das Stück</translation>
  </message>
  <message>
   <source>and %1 more</source>
   <translation>und %1 weitere</translation>
  </message>
  <message>
   <source>%1 of %2 faces were found again</source>
   <translation>%1 von %2 Flächen wurden wiedergefunden</translation>
  </message>
  <message>
   <source>a check failed in a way that was not foreseen; the log tells more</source>
   <translation>eine Prüfung misslang auf unvorhergesehene Weise; das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>not checked</source>
   <translation>nicht geprüft</translation>
  </message>
  <message>
   <source>base mesh</source>
   <translation>Netz des Rohlings</translation>
  </message>
  <message>
   <source>base examined</source>
   <translation>Rohling geprüft</translation>
  </message>
  <message>
   <source>built by a general boolean, which takes longer: %1</source>
   <translation>durch allgemeine Verknüpfung gebaut, was länger dauert: %1</translation>
  </message>
  <message>
   <source>; its volume is %1 % off the computed one</source>
   <translation>; sein Volumen weicht um %1 % vom berechneten ab</translation>
  </message>
  <message>
   <source>it is laid out as a patch</source>
   <translation>es ist als Flicken ausgelegt</translation>
  </message>
  <message>
   <source>it is cast over several faces</source>
   <translation>es ist über mehrere Flächen projiziert</translation>
  </message>
  <message>
   <source>way of building</source>
   <translation>Art des Aufbaus</translation>
  </message>
  <message>
   <source>the direct way did not pass its last check</source>
   <translation>der direkte Weg bestand seine letzte Prüfung nicht</translation>
  </message>
  <message>
   <source>it runs over where faces meet</source>
   <translation>es läuft darüber, wo Flächen sich treffen</translation>
  </message>
  <message>
   <source>it cuts through</source>
   <translation>es geht durch</translation>
  </message>
  <message>
   <source>it comes to “%1”</source>
   <translation>es trifft auf „%1“</translation>
  </message>
  <message>
   <source>it touches other relief</source>
   <translation>es berührt anderes Relief</translation>
  </message>
  <message>
   <source>it lies within or round another stamp's letter</source>
   <translation>es liegt in oder um einen Buchstaben einer anderen Prägung</translation>
  </message>
  <message>
   <source>its outlines touch one another</source>
   <translation>seine Umrisse berühren einander</translation>
  </message>
  <message>
   <source>it reaches an edge of the face</source>
   <translation>es erreicht eine Kante der Fläche</translation>
  </message>
  <message>
   <source>its walls spread as far as an edge of the face</source>
   <translation>seine Flanken reichen bis an eine Kante der Fläche</translation>
  </message>
  <message>
   <source>it crosses the seam of the face</source>
   <translation>es kreuzt die Naht der Fläche</translation>
  </message>
  <message>
   <source>“%1” by %2</source>
   <translation>„%1“ durch %2</translation>
  </message>
  <message>
   <source>logo “%1”</source>
   <translation>Logo „%1“</translation>
  </message>
  <message>
   <source>sign %1</source>
   <translation>Zeichen %1</translation>
  </message>
  <message>
   <source>%1° across, %2 mm up</source>
   <translation>%1° quer, %2 mm hoch</translation>
  </message>
  <message>
   <source>from “%1”</source>
   <translation>ab „%1“</translation>
  </message>
  <message>
   <source>“%1” would lie within the part, beneath “%2”: move it, or what stands there</source>
   <translation>„%1“ läge im Teil, unter „%2“: Verschieben Sie es, oder was dort steht</translation>
  </message>
  <message>
   <source>pieces in the part</source>
   <translation>Stücke im Teil</translation>
  </message>
  <message>
   <source>straight edge</source>
   <translation>gerade Kante</translation>
  </message>
  <message>
   <source>round edge</source>
   <translation>runde Kante</translation>
  </message>
  <message>
   <source>oval edge</source>
   <translation>ovale Kante</translation>
  </message>
  <message>
   <source>%1  to  %2</source>
   <translation>%1  zu  %2</translation>
  </message>
  <message>
   <source>%1 between %2</source>
   <translation>%1 zwischen %2</translation>
  </message>
  <message>
   <source>least radius here</source>
   <translation>kleinster Radius hier</translation>
  </message>
  <message>
   <source>there is no part to measure</source>
   <translation>es ist kein Teil zu messen da</translation>
  </message>
  <message>
   <source>the distance between these two cannot be found</source>
   <translation>der Abstand zwischen diesen beiden lässt sich nicht finden</translation>
  </message>
  <message>
   <source>shortest distance</source>
   <translation>kürzester Abstand</translation>
  </message>
  <message>
   <source>between the picks</source>
   <translation>zwischen den Stellen</translation>
  </message>
  <message>
   <source>the part has no face “%1” any more</source>
   <translation>das Teil hat keine Fläche „%1“ mehr</translation>
  </message>
  <message>
   <source>length</source>
   <translation>Länge</translation>
  </message>
  <message>
   <source>area</source>
   <translation>Flächeninhalt</translation>
  </message>
  <message>
   <source>mm²</source>
   <translation>mm²</translation>
  </message>
  <message>
   <source>this place is not on the face</source>
   <translation>diese Stelle ist nicht auf der Fläche</translation>
  </message>
  <message>
   <source>angle</source>
   <translation>Winkel</translation>
  </message>
  <message>
   <source>curved edge</source>
   <translation>gekrümmte Kante</translation>
  </message>
  <message>
   <source>diameter</source>
   <translation>Durchmesser</translation>
  </message>
  <message>
   <source>girth</source>
   <translation>Umfang</translation>
  </message>
  <message>
   <source>diameter here</source>
   <translation>Durchmesser hier</translation>
  </message>
  <message>
   <source>wall behind the point</source>
   <translation>Wand hinter dem Punkt</translation>
  </message>
  <message>
   <source>covers</source>
   <translation>umfasst</translation>
  </message>
  <message>
   <source>girth here</source>
   <translation>Umfang hier</translation>
  </message>
  <message>
   <source>it holds no solid</source>
   <translation>es enthält keinen Körper</translation>
  </message>
  <message>
   <source>solid %1</source>
   <translation>Körper %1</translation>
  </message>
  <message>
   <source>the solid</source>
   <translation>der Körper</translation>
  </message>
  <message>
   <source>%1 faces belong to no solid</source>
   <translation>%1 Flächen gehören zu keinem Körper</translation>
  </message>
  <message>
   <source>%1 is not valid</source>
   <translation>%1 ist nicht gültig</translation>
  </message>
  <message>
   <source>%1 is not closed</source>
   <translation>%1 ist nicht geschlossen</translation>
  </message>
  <message>
   <source>%1 is inside out</source>
   <translation>%1 ist umgestülpt</translation>
  </message>
  <message>
   <source>width at the cap</source>
   <translation>Breite an der Deckfläche</translation>
  </message>
  <message>
   <source>width at the floor</source>
   <translation>Breite am Boden</translation>
  </message>
  <message>
   <source>width at the face</source>
   <translation>Breite an der Fläche</translation>
  </message>
  <message>
   <source>wall left</source>
   <translation>Restwand</translation>
  </message>
  <message>
   <source>draft, mean</source>
   <translation>Schräge, im Mittel</translation>
  </message>
  <message>
   <source>along %1%2</source>
   <translation>entlang %1%2</translation>
  </message>
  <message>
   <source>square to the face at its middle</source>
   <translation>senkrecht zur Fläche in ihrer Mitte</translation>
  </message>
  <message>
   <source>the %1 is not sound after marking</source>
   <translation>%1 ist nach dem Prägen nicht einwandfrei</translation>
  </message>
  <message>
   <source>: it does not close</source>
   <translation>: es schließt nicht</translation>
  </message>
  <message>
   <source>not sound</source>
   <translation>nicht einwandfrei</translation>
  </message>
  <message>
   <source>%1; move a stamp a little, or leave one out</source>
   <translation>%1; verschieben Sie eine Prägung ein wenig oder lassen Sie eine weg</translation>
  </message>
  <message>
   <source>: the kernel's own check finds a fault in it</source>
   <translation>: die eigene Prüfung des Kerns findet einen Fehler darin</translation>
  </message>
  <message>
   <source>: its volume is %1 mm³ off the sum of what the stamps add and take</source>
   <translation>: sein Volumen weicht um %1 mm³ von der Summe dessen ab, was die Prägungen hinzufügen und wegnehmen</translation>
  </message>
  <message>
   <source>dimension %1</source>
   <translation>Maß %1</translation>
  </message>
  <message>
   <source>it cannot lie on itself</source>
   <translation>es kann nicht auf sich selbst liegen</translation>
  </message>
  <message>
   <source>it lies on “%1”, which comes after it: move it down</source>
   <translation>es liegt auf „%1“, das danach kommt: rücken Sie es nach unten</translation>
  </message>
  <message>
   <source>it lies on “%1”, which is not made</source>
   <translation>es liegt auf „%1“, das nicht gemacht wird</translation>
  </message>
  <message>
   <source>“%1” is not there, or cannot be laid out flat</source>
   <translation>„%1“ ist nicht da oder lässt sich nicht flach auslegen</translation>
  </message>
  <message>
   <source>something went wrong that was not foreseen; the part last built stays, and the log tells more</source>
   <translation>etwas ging schief, das nicht vorhergesehen war; das zuletzt gebaute Teil bleibt, und das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>there is no sound part to write: look at the findings</source>
   <translation>es ist kein einwandfreies Teil zu schreiben: sehen Sie in die Befunde</translation>
  </message>
  <message>
   <source>%1 cannot be written to: %2</source>
   <translation>%1 lässt sich nicht beschreiben: %2</translation>
  </message>
  <message>
   <source>it takes longer than %1 s to read, and was given up</source>
   <translation>das Lesen dauert länger als %1 s und wurde aufgegeben</translation>
  </message>
  <message>
   <source>it needs more than %1 MB of memory to read, and was given up</source>
   <translation>das Lesen braucht mehr als %1 MB Speicher und wurde aufgegeben</translation>
  </message>
  <message>
   <source>it holds something that cannot be dealt with; the log tells more</source>
   <translation>es enthält etwas, womit sich nicht umgehen lässt; das Protokoll sagt mehr</translation>
  </message>
  <message>
   <source>it is damaged: reading it broke off</source>
   <translation>es ist beschädigt: das Lesen brach ab</translation>
  </message>
  <message>
   <source>the server is gone</source>
   <translation>der Server ist fort</translation>
  </message>
  <message>
   <source>it was cancelled</source>
   <translation>es wurde abgebrochen</translation>
  </message>
  <message>
   <source>the file</source>
   <translation>die Datei</translation>
  </message>
  <message>
   <source>a font</source>
   <translation>eine Schrift</translation>
  </message>
  <message>
   <source>an imported part</source>
   <translation>ein aufgenommenes Teil</translation>
  </message>
  <message>
   <source>a logo</source>
   <translation>ein Logo</translation>
  </message>
  <message>
   <source>it is nested too deeply</source>
   <translation>es ist zu tief verschachtelt</translation>
  </message>
  <message>
   <source>a job may keep at most %1 fonts, logos and parts</source>
   <translation>ein Auftrag darf höchstens %1 Schriften, Logos und Teile aufbewahren</translation>
  </message>
  <message>
   <source>the fonts, logos and parts of a job may have %1 MB together</source>
   <translation>die Schriften, Logos und Teile eines Auftrags dürfen zusammen %1 MB haben</translation>
  </message>
  <message>
   <source>%1 is refused: it unpacks to more than a job may hold</source>
   <translation>%1 wird abgelehnt: ausgepackt ist es mehr, als ein Auftrag enthalten darf</translation>
  </message>
  <message>
   <source>%1 is refused: it holds the same part twice</source>
   <translation>%1 wird abgelehnt: es enthält denselben Teil zweimal</translation>
  </message>
  <message>
   <source>%1 holds no job</source>
   <translation>%1 enthält keinen Auftrag</translation>
  </message>
  <message>
   <source>the job inside %1 is damaged</source>
   <translation>der Auftrag in %1 ist beschädigt</translation>
  </message>
  <message>
   <source>%1 was made by a newer version of Tin Stamp (format %2, this one reads up to %3)</source>
   <translation>%1 wurde mit einer neueren Fassung von Tin Stamp gemacht (Format %2, diese liest bis %3)</translation>
  </message>
  <message>
   <source>%1 would not hold the job as it is: nothing was written</source>
   <translation>%1 würde den Auftrag nicht so enthalten, wie er ist: nichts wurde geschrieben</translation>
  </message>
  <message>
   <source>%1 is damaged or not a Tin Stamp job</source>
   <translation>%1 ist beschädigt oder kein Auftrag von Tin Stamp</translation>
  </message>
  <message>
   <source>%1 is refused: it holds an unknown part “%2”</source>
   <translation>%1 wird abgelehnt: es enthält einen unbekannten Teil „%2“</translation>
  </message>
  <message>
   <source>the job inside %1 is not valid: %2</source>
   <translation>der Auftrag in %1 ist nicht gültig: %2</translation>
  </message>
  <message>
   <source>%1 is too large to be a job</source>
   <translation>%1 ist zu groß für einen Auftrag</translation>
  </message>
  <message>
   <source>%1 would not open again: %2</source>
   <translation>%1 ließe sich nicht wieder öffnen: %2</translation>
  </message>
  <message>
   <source>%1 has been changed by another program since</source>
   <translation>%1 wurde seither von einem anderen Programm geändert</translation>
  </message>
  <message>
   <source>%1 inside %2 is damaged</source>
   <translation>%1 in %2 ist beschädigt</translation>
  </message>
  <message>
   <source>Marks and numerals</source>
   <translation>Striche und Ziffern</translation>
  </message>
  <message>
   <source>Colour</source>
   <translation>Farbe</translation>
  </message>
  <message>
   <source>Taken as</source>
   <translation>Gilt als</translation>
  </message>
  <message>
   <source>Format</source>
   <translation>Format</translation>
  </message>
  <message>
   <source>Size from</source>
   <translation>Größe von</translation>
  </message>
  <message>
   <source>Size</source>
   <translation>Größe</translation>
  </message>
  <message>
   <source>Unit</source>
   <translation>Einheit</translation>
  </message>
  <message>
   <source>Join ends</source>
   <translation>Enden verbinden</translation>
  </message>
  <message>
   <source>Ends nearer than this are joined</source>
   <translation>Enden, die näher liegen, werden verbunden</translation>
  </message>
  <message>
   <source>Open lines</source>
   <translation>Offene Linien</translation>
  </message>
  <message>
   <source>The width that open lines get; 0 leaves them out</source>
   <translation>Die Breite, die offene Linien bekommen; 0 lässt sie weg</translation>
  </message>
  <message>
   <source>Threshold</source>
   <translation>Schwelle</translation>
  </message>
  <message>
   <source>What is darker than this part of white is ink</source>
   <translation>Was dunkler ist als dieser Teil von Weiß, ist Farbauftrag</translation>
  </message>
  <message>
   <source>Ink is</source>
   <translation>Farbauftrag ist</translation>
  </message>
  <message>
   <source>What of the picture is ink</source>
   <translation>Was vom Bild Farbauftrag ist</translation>
  </message>
  <message>
   <source>Colours</source>
   <translation>Farben</translation>
  </message>
  <message>
   <source>Which colours of the file are ink</source>
   <translation>Welche Farben der Datei Farbauftrag sind</translation>
  </message>
  <message>
   <source>Size of</source>
   <translation>Größe von</translation>
  </message>
  <message>
   <source>What the size and the place are those of</source>
   <translation>Wovon Größe und Lage gelten</translation>
  </message>
  <message>
   <source>Drop specks</source>
   <translation>Flecken weglassen</translation>
  </message>
  <message>
   <source>Outlines smaller than this are left out</source>
   <translation>Umrisse, die kleiner sind, entfallen</translation>
  </message>
  <message>
   <source>Fewer points</source>
   <translation>Weniger Punkte</translation>
  </message>
  <message>
   <source>How far outlines may move to need fewer points</source>
   <translation>Wie weit Umrisse sich bewegen dürfen, um weniger Punkte zu brauchen</translation>
  </message>
  <message>
   <source>Width</source>
   <translation>Breite</translation>
  </message>
  <message>
   <source>Height</source>
   <translation>Höhe</translation>
  </message>
  <message>
   <source>Corners</source>
   <translation>Ecken</translation>
  </message>
  <message>
   <source>Sides</source>
   <translation>Seiten</translation>
  </message>
  <message>
   <source>Width of the outline; 0 fills the shape</source>
   <translation>Breite des Umrisses; 0 füllt die Form</translation>
  </message>
  <message>
   <source>From the edge</source>
   <translation>Von der Kante</translation>
  </message>
  <message>
   <source>Measured along the face</source>
   <translation>Entlang der Fläche gemessen</translation>
  </message>
  <message>
   <source>Along</source>
   <translation>Entlang</translation>
  </message>
  <message>
   <source>Of a face that closes, its lower or its upper rim</source>
   <translation>Bei einer geschlossenen Fläche ihr unterer oder oberer Rand</translation>
  </message>
  <message>
   <source>Where an edge juts in</source>
   <translation>Wo eine Kante einspringt</translation>
  </message>
  <message>
   <source>Symbol</source>
   <translation>Symbol</translation>
  </message>
  <message>
   <source>Data Matrix: ISO/IEC 16022, QR: ISO/IEC 18004, Code 128: ISO/IEC 15417</source>
   <translation>Data Matrix: ISO/IEC 16022, QR: ISO/IEC 18004, Code 128: ISO/IEC 15417</translation>
  </message>
  <message>
   <source>Cell</source>
   <translation>Zelle</translation>
  </message>
  <message>
   <source>Side of a cell, or width of the narrowest bar</source>
   <translation>Seite einer Zelle oder Breite des schmalsten Balkens</translation>
  </message>
  <message>
   <source>Bar height</source>
   <translation>Balkenhöhe</translation>
  </message>
  <message>
   <source>The light cells come with the quiet zone round the mark</source>
   <translation>Die hellen Zellen kommen mit der Ruhezone um die Kennzeichnung</translation>
  </message>
  <message>
   <source>In it</source>
   <translation>Darin</translation>
  </message>
  <message>
   <source>The number of the plastic</source>
   <translation>Die Nummer des Kunststoffs</translation>
  </message>
  <message>
   <source>Below it</source>
   <translation>Darunter</translation>
  </message>
  <message>
   <source>The plastic's letters, such as PP</source>
   <translation>Das Kurzzeichen des Kunststoffs, etwa PP</translation>
  </message>
  <message>
   <source>From</source>
   <translation>Von</translation>
  </message>
  <message>
   <source>To</source>
   <translation>Bis</translation>
  </message>
  <message>
   <source>Step</source>
   <translation>Schritt</translation>
  </message>
  <message>
   <source>What one mark stands for</source>
   <translation>Wofür ein Strich steht</translation>
  </message>
  <message>
   <source>Spread by</source>
   <translation>Verteilt nach</translation>
  </message>
  <message>
   <source>Mark to mark</source>
   <translation>Strich zu Strich</translation>
  </message>
  <message>
   <source>First to last</source>
   <translation>Erster bis letzter</translation>
  </message>
  <message>
   <source>All the way round it is the face's girth, such as tank.outer.girth</source>
   <translation>Ganz herum ist es der Umfang der Fläche, etwa tank.outer.girth</translation>
  </message>
  <message>
   <source>Last mark</source>
   <translation>Letzter Strich</translation>
  </message>
  <message>
   <source>All the way round, the last mark falls on the first and is left out</source>
   <translation>Ganz herum fällt der letzte Strich auf den ersten und entfällt</translation>
  </message>
  <message>
   <source>Long, one in</source>
   <translation>Lang, einer von</translation>
  </message>
  <message>
   <source>Every so many marks is a long one</source>
   <translation>Jeder so vielte Strich ist lang</translation>
  </message>
  <message>
   <source>Numeral every</source>
   <translation>Ziffer alle</translation>
  </message>
  <message>
   <source>Every so many marks has one; 0: none</source>
   <translation>Jeder so vielte Strich hat eine; 0: keine</translation>
  </message>
  <message>
   <source>Short marks</source>
   <translation>Kurze Striche</translation>
  </message>
  <message>
   <source>Long marks</source>
   <translation>Lange Striche</translation>
  </message>
  <message>
   <source>Mark width</source>
   <translation>Strichbreite</translation>
  </message>
  <message>
   <source>Numeral size</source>
   <translation>Ziffernhöhe</translation>
  </message>
  <message>
   <source>Height of its figures</source>
   <translation>Höhe der Ziffern</translation>
  </message>
  <message>
   <source>Gap to marks</source>
   <translation>Abstand zum Strich</translation>
  </message>
  <message>
   <source>Numerals</source>
   <translation>Ziffern</translation>
  </message>
  <message>
   <source>Decimals with</source>
   <translation>Dezimalen mit</translation>
  </message>
  <message>
   <source>Written</source>
   <translation>Geschrieben</translation>
  </message>
  <message>
   <source>Contracted, and in other languages, by the rules of liblouis where that is installed</source>
   <translation>Kurzschrift, und in anderen Sprachen, nach den Regeln von liblouis, wo es installiert ist</translation>
  </message>
  <message>
   <source>Dot</source>
   <translation>Punkt</translation>
  </message>
  <message>
   <source>Across its base</source>
   <translation>Über die Basis</translation>
  </message>
  <message>
   <source>Dot to dot</source>
   <translation>Punkt zu Punkt</translation>
  </message>
  <message>
   <source>Within a cell</source>
   <translation>Innerhalb einer Zelle</translation>
  </message>
  <message>
   <source>Cell to cell</source>
   <translation>Zelle zu Zelle</translation>
  </message>
  <message>
   <source>Line to line</source>
   <translation>Zeile zu Zeile</translation>
  </message>
  <message>
   <source>A line round the artwork</source>
   <translation>Eine Linie um das Motiv</translation>
  </message>
  <message>
   <source>Gap</source>
   <translation>Abstand</translation>
  </message>
  <message>
   <source>ink</source>
   <translation>Farbauftrag</translation>
  </message>
  <message>
   <source>cut out</source>
   <translation>ausgeschnitten</translation>
  </message>
  <message>
   <source>left out</source>
   <translation>weggelassen</translation>
  </message>
  <message>
   <source>Suggested</source>
   <translation>Vorgeschlagen</translation>
  </message>
  <message>
   <source>The ink</source>
   <translation>Der Farbauftrag</translation>
  </message>
  <message>
   <source>All colours</source>
   <translation>Alle Farben</translation>
  </message>
  <message>
   <source>line</source>
   <translation>Linie</translation>
  </message>
  <message>
   <source>rectangle</source>
   <translation>Rechteck</translation>
  </message>
  <message>
   <source>circle</source>
   <translation>Kreis</translation>
  </message>
  <message>
   <source>polygon</source>
   <translation>Vieleck</translation>
  </message>
  <message>
   <source>band along edges</source>
   <translation>Band entlang Kanten</translation>
  </message>
  <message>
   <source>All edges</source>
   <translation>Alle Kanten</translation>
  </message>
  <message>
   <source>Outer, lower</source>
   <translation>Äußere, untere</translation>
  </message>
  <message>
   <source>Inner, upper</source>
   <translation>Innere, obere</translation>
  </message>
  <message>
   <source>Sharp</source>
   <translation>Scharf</translation>
  </message>
  <message>
   <source>Round</source>
   <translation>Rund</translation>
  </message>
  <message>
   <source>Data Matrix</source>
   <translation>Data Matrix</translation>
  </message>
  <message>
   <source>QR</source>
   <translation>QR</translation>
  </message>
  <message>
   <source>Code 128</source>
   <translation>Code 128</translation>
  </message>
  <message>
   <source>Dark cells</source>
   <translation>Dunkle Zellen</translation>
  </message>
  <message>
   <source>Light cells</source>
   <translation>Helle Zellen</translation>
  </message>
  <message>
   <source>Each mark</source>
   <translation>Jeder Strich</translation>
  </message>
  <message>
   <source>The whole</source>
   <translation>Das Ganze</translation>
  </message>
  <message>
   <source>Made</source>
   <translation>Gemacht</translation>
  </message>
  <message>
   <source>Left out</source>
   <translation>Weggelassen</translation>
  </message>
  <message>
   <source>Below</source>
   <translation>Unten</translation>
  </message>
  <message>
   <source>Point</source>
   <translation>Punkt</translation>
  </message>
  <message>
   <source>Comma</source>
   <translation>Komma</translation>
  </message>
  <message>
   <source>Letter by letter</source>
   <translation>Buchstabe für Buchstabe</translation>
  </message>
  <message>
   <source>English, contracted</source>
   <translation>Englisch, Kurzschrift</translation>
  </message>
  <message>
   <source>German, contracted</source>
   <translation>Deutsch, Kurzschrift</translation>
  </message>
  <message>
   <source>German, in full</source>
   <translation>Deutsch, Vollschrift</translation>
  </message>
  <message>
   <source>French, contracted</source>
   <translation>Französisch, Kurzschrift</translation>
  </message>
  <message>
   <source>Spanish</source>
   <translation>Spanisch</translation>
  </message>
  <message>
   <source>Face</source>
   <translation>Fläche</translation>
  </message>
  <message>
   <source>hole %1 mm, %2</source>
   <translation>Loch %1 mm, %2</translation>
  </message>
  <message>
   <source>hollow, wall %1 mm, %2 open</source>
   <translation>hohl, Wand %1 mm, %2 offen</translation>
  </message>
  <message>
   <source>edges %1, %2 mm</source>
   <translation>Kanten %1, %2 mm</translation>
  </message>
  <message>
   <source>%1 groove %2 mm wide, %3 mm deep</source>
   <translation>Nut %1, %2 mm breit, %3 mm tief</translation>
  </message>
  <message>
   <source>%1 mm deep</source>
   <translation>%1 mm tief</translation>
  </message>
  <message>
   <source>Diameter</source>
   <translation>Durchmesser</translation>
  </message>
  <message>
   <source>Goes</source>
   <translation>Geht</translation>
  </message>
  <message>
   <source>Depth</source>
   <translation>Tiefe</translation>
  </message>
  <message>
   <source>Wall</source>
   <translation>Wand</translation>
  </message>
  <message>
   <source>Thickness of the wall</source>
   <translation>Dicke der Wand</translation>
  </message>
  <message>
   <source>Open faces</source>
   <translation>Offene Flächen</translation>
  </message>
  <message>
   <source>choose the faces to leave open</source>
   <translation>wählen Sie die Flächen, die offen bleiben</translation>
  </message>
  <message>
   <source>choose the edges</source>
   <translation>wählen Sie die Kanten</translation>
  </message>
  <message>
   <source>Path</source>
   <translation>Weg</translation>
  </message>
  <message>
   <source>Closed</source>
   <translation>Geschlossen</translation>
  </message>
  <message>
   <source>Through</source>
   <translation>Durch</translation>
  </message>
  <message>
   <source>To a depth</source>
   <translation>Bis zu einer Tiefe</translation>
  </message>
  <message>
   <source>Bevel</source>
   <translation>Fase</translation>
  </message>
  <message>
   <source>Flat</source>
   <translation>Flach</translation>
  </message>
  <message>
   <source>All round</source>
   <translation>Ringsum</translation>
  </message>
  <message>
   <source>Drawn</source>
   <translation>Gezeichnet</translation>
  </message>
  <message>
   <source>it bends to a radius of %1 mm, tighter than the wall</source>
   <translation>er krümmt sich mit einem Radius von %1 mm, enger als die Wand</translation>
  </message>
  <message>
   <source>%1 entries</source>
   <translation>%1 Einträge</translation>
  </message>
  <message>
   <source>order of the stamps</source>
   <translation>Reihenfolge der Prägungen</translation>
  </message>
  <message>
   <source>changed</source>
   <translation>geändert</translation>
  </message>
  <message>
   <source>kind</source>
   <translation>Art</translation>
  </message>
  <message>
   <source>there</source>
   <translation>da</translation>
  </message>
  <message>
   <source>gone</source>
   <translation>weg</translation>
  </message>
  <message>
   <source>new</source>
   <translation>neu</translation>
  </message>
  <message>
   <source>what was written does not read back the same</source>
   <translation>was geschrieben wurde, liest sich nicht gleich zurück</translation>
  </message>
  <message>
   <source>there are too many points</source>
   <translation>es sind zu viele Punkte</translation>
  </message>
  <message>
   <source>piece “%1” crosses piece “%2”</source>
   <translation>Stück „%1“ kreuzt Stück „%2“</translation>
  </message>
  <message>
   <source>piece “%1” crosses itself</source>
   <translation>Stück „%1“ kreuzt sich selbst</translation>
  </message>
  <message>
   <source>a closed profile needs three points or an arc</source>
   <translation>ein geschlossenes Profil braucht drei Punkte oder einen Bogen</translation>
  </message>
  <message>
   <source>a wall of %1 mm crosses itself at piece “%2”</source>
   <translation>eine Wand von %1 mm kreuzt sich selbst an Stück „%2“</translation>
  </message>
  <message>
   <source>Name of the piece, and of the face that it makes</source>
   <translation>Name des Stücks und der Fläche, die es macht</translation>
  </message>
  <message>
   <source>The radius of a turned profile, or the place to the right, mm</source>
   <translation>Der Radius eines Drehprofils oder die Lage nach rechts, mm</translation>
  </message>
  <message>
   <source>The height, or the place upwards, mm</source>
   <translation>Die Höhe oder die Lage nach oben, mm</translation>
  </message>
  <message>
   <source>Goes on as</source>
   <translation>Weiter als</translation>
  </message>
  <message>
   <source>Rise</source>
   <translation>Stich</translation>
  </message>
  <message>
   <source>How far the arc stands over its chord, mm; positive to the right of the way</source>
   <translation>Wie weit der Bogen über seiner Sehne steht, mm; positiv rechts vom Weg</translation>
  </message>
  <message>
   <source>two pieces are called “%1”</source>
   <translation>zwei Stücke heißen „%1“</translation>
  </message>
  <message>
   <source>this point lies on the one before it, “%1”</source>
   <translation>dieser Punkt liegt auf dem vor ihm, „%1“</translation>
  </message>
  <message>
   <source>between “%1” and “%2” a wall needs a smooth joint or two straight lines</source>
   <translation>zwischen „%1“ und „%2“ braucht eine Wand einen glatten Übergang oder zwei gerade Linien</translation>
  </message>
  <message>
   <source>piece “%1” has a radius of %2 mm, too small for it</source>
   <translation>Stück „%1“ hat einen Radius von %2 mm, zu klein dafür</translation>
  </message>
  <message>
   <source>piece “%1”: %2</source>
   <translation>Stück „%1“: %2</translation>
  </message>
  <message>
   <source>Arc</source>
   <translation>Bogen</translation>
  </message>
  <message>
   <source>Spline</source>
   <translation>Spline</translation>
  </message>
  <message>
   <source>Corner, spline</source>
   <translation>Ecke, Spline</translation>
  </message>
  <message>
   <source>turned, %1 mm wide, %2 mm high</source>
   <translation>gedreht, %1 mm breit, %2 mm hoch</translation>
  </message>
  <message>
   <source>profile of %1 points, %2 mm high</source>
   <translation>Profil aus %1 Punkten, %2 mm hoch</translation>
  </message>
  <message>
   <source>%1 mm high</source>
   <translation>%1 mm hoch</translation>
  </message>
  <message>
   <source>head along a drawn rail, %1</source>
   <translation>Kopf entlang einer gezeichneten Leitkurve, %1</translation>
  </message>
  <message>
   <source>skin %1 × %2, %3 mm thick</source>
   <translation>Haut %1 × %2, %3 mm dick</translation>
  </message>
  <message>
   <source>oval head %1 × %2 mm, %3</source>
   <translation>ovaler Kopf %1 × %2 mm, %3</translation>
  </message>
  <message>
   <source>Turn covers</source>
   <translation>Drehung umfasst</translation>
  </message>
  <message>
   <source>360° is a full turn</source>
   <translation>360° ist eine volle Drehung</translation>
  </message>
  <message>
   <source>a turning covers at most 360°</source>
   <translation>eine Drehung umfasst höchstens 360°</translation>
  </message>
  <message>
   <source>the profile lies on the axis: there is nothing in it</source>
   <translation>das Profil liegt auf der Achse: es ist nichts darin</translation>
  </message>
  <message>
   <source>Wall lies</source>
   <translation>Wand liegt</translation>
  </message>
  <message>
   <source>the profile encloses nothing</source>
   <translation>das Profil umschließt nichts</translation>
  </message>
  <message>
   <source>, wall %1 mm</source>
   <translation>, Wand %1 mm</translation>
  </message>
  <message>
   <source>Rail</source>
   <translation>Leitkurve</translation>
  </message>
  <message>
   <source>Oval length</source>
   <translation>Länge des Ovals</translation>
  </message>
  <message>
   <source>Oval width</source>
   <translation>Breite des Ovals</translation>
  </message>
  <message>
   <source>the profile lies on the axis</source>
   <translation>das Profil liegt auf der Achse</translation>
  </message>
  <message>
   <source>Length</source>
   <translation>Länge</translation>
  </message>
  <message>
   <source>Thickness</source>
   <translation>Dicke</translation>
  </message>
  <message>
   <source>all rows of a skin need as many heights</source>
   <translation>alle Zeilen einer Haut brauchen gleich viele Höhen</translation>
  </message>
  <message>
   <source>piece “%1” passes the axis: a radius cannot be negative</source>
   <translation>Stück „%1“ geht über die Achse: ein Radius kann nicht negativ sein</translation>
  </message>
  <message>
   <source>seen from the axis, piece “%1” of the rail turns back: the rail must run round the axis</source>
   <translation>von der Achse gesehen kehrt Stück „%1“ der Leitkurve um: sie muss um die Achse laufen</translation>
  </message>
  <message>
   <source>piece “%1” passes the axis</source>
   <translation>Stück „%1“ geht über die Achse</translation>
  </message>
  <message>
   <source>On the axis</source>
   <translation>An der Achse</translation>
  </message>
  <message>
   <source>In itself</source>
   <translation>In sich</translation>
  </message>
  <message>
   <source>Outline</source>
   <translation>Umriss</translation>
  </message>
  <message>
   <source>Open, wall</source>
   <translation>Offen, Wand</translation>
  </message>
  <message>
   <source>Left</source>
   <translation>Links</translation>
  </message>
  <message>
   <source>Middle</source>
   <translation>Mitte</translation>
  </message>
  <message>
   <source>Right</source>
   <translation>Rechts</translation>
  </message>
  <message>
   <source>Oval</source>
   <translation>Oval</translation>
  </message>
  <message>
   <source>Passed</source>
   <translation>Durchlaufen</translation>
  </message>
  <message>
   <source>Steering</source>
   <translation>Gelenkt</translation>
  </message>
  <message>
   <source>Tube or round</source>
   <translation>Rohr oder Rundling</translation>
  </message>
  <message>
   <source>Plate</source>
   <translation>Platte</translation>
  </message>
  <message>
   <source>Prism</source>
   <translation>Prisma</translation>
  </message>
  <message>
   <source>Split ring</source>
   <translation>Offener Ring</translation>
  </message>
  <message>
   <source>Cone</source>
   <translation>Kegel</translation>
  </message>
  <message>
   <source>Dome</source>
   <translation>Kuppel</translation>
  </message>
  <message>
   <source>Ball</source>
   <translation>Kugel</translation>
  </message>
  <message>
   <source>Torus</source>
   <translation>Torus</translation>
  </message>
  <message>
   <source>Turned profile</source>
   <translation>Drehprofil</translation>
  </message>
  <message>
   <source>Extruded profile</source>
   <translation>Strangprofil</translation>
  </message>
  <message>
   <source>Head along a rail</source>
   <translation>Kopf entlang einer Leitkurve</translation>
  </message>
  <message>
   <source>Freeform skin</source>
   <translation>Freiformhaut</translation>
  </message>
  <message>
   <source>From a STEP file</source>
   <translation>Aus einer STEP-Datei</translation>
  </message>
  <message>
   <source>Hole</source>
   <translation>Loch</translation>
  </message>
  <message>
   <source>Hollow</source>
   <translation>Hohlraum</translation>
  </message>
  <message>
   <source>Softened edges</source>
   <translation>Gebrochene Kanten</translation>
  </message>
  <message>
   <source>Groove</source>
   <translation>Nut</translation>
  </message>
  <message>
   <source>a blank needs at least one body</source>
   <translation>ein Rohling braucht mindestens einen Körper</translation>
  </message>
  <message>
   <source>a profile needs at least two points</source>
   <translation>ein Profil braucht mindestens zwei Punkte</translation>
  </message>
  <message>
   <source>Stands on</source>
   <translation>Steht auf</translation>
  </message>
  <message>
   <source>Points</source>
   <translation>Punkte</translation>
  </message>
  <message>
   <source>Turn</source>
   <translation>Drehung</translation>
  </message>
  <message>
   <source>About the body's own upright axis</source>
   <translation>Um die eigene aufrechte Achse des Körpers</translation>
  </message>
  <message>
   <source>Tilt</source>
   <translation>Neigung</translation>
  </message>
  <message>
   <source>Leaning to its own front</source>
   <translation>Zur eigenen Vorderseite geneigt</translation>
  </message>
  <message>
   <source>upwards</source>
   <translation>aufwärts</translation>
  </message>
  <message>
   <source>downwards</source>
   <translation>abwärts</translation>
  </message>
  <message>
   <source>to the front</source>
   <translation>nach vorn</translation>
  </message>
  <message>
   <source>to the back</source>
   <translation>nach hinten</translation>
  </message>
  <message>
   <source>to the left</source>
   <translation>nach links</translation>
  </message>
  <message>
   <source>to the right</source>
   <translation>nach rechts</translation>
  </message>
  <message>
   <source>Joining</source>
   <translation>Anfügen</translation>
  </message>
  <message>
   <source>Cutting</source>
   <translation>Abziehen</translation>
  </message>
  <message>
   <source>Feature</source>
   <translation>Merkmal</translation>
  </message>
  <message>
   <source>Ring</source>
   <translation>Ring</translation>
  </message>
  <message>
   <source>Tube</source>
   <translation>Rohr</translation>
  </message>
  <message>
   <source>the result is not a finite number</source>
   <translation>das Ergebnis ist keine endliche Zahl</translation>
  </message>
  <message>
   <source>a mixed quantity</source>
   <translation>eine gemischte Größe</translation>
  </message>
  <message>
   <source>this gives %1, but %2 is needed</source>
   <translation>dies ergibt %1, gebraucht wird aber %2</translation>
  </message>
  <message>
   <source>; did you mean %1?</source>
   <translation>; meinten Sie %1?</translation>
  </message>
  <message>
   <source>nothing here is called “%1”%2</source>
   <translation>nichts hier heißt „%1“%2</translation>
  </message>
  <message>
   <source>a plain number</source>
   <translation>eine reine Zahl</translation>
  </message>
  <message>
   <source>a length</source>
   <translation>eine Länge</translation>
  </message>
  <message>
   <source>an angle</source>
   <translation>ein Winkel</translation>
  </message>
  <message>
   <source>an area</source>
   <translation>ein Flächeninhalt</translation>
  </message>
  <message>
   <source>“%1” is not a name: use letters, digits and _</source>
   <translation>„%1“ ist kein Name: verwenden Sie Buchstaben, Ziffern und _</translation>
  </message>
  <message>
   <source>“%1” already means something else in a formula</source>
   <translation>„%1“ bedeutet in einer Formel schon etwas anderes</translation>
  </message>
  <message>
   <source>a length or an angle</source>
   <translation>eine Länge oder ein Winkel</translation>
  </message>
  <message>
   <source>this is empty</source>
   <translation>dies ist leer</translation>
  </message>
  <message>
   <source>this is longer than %1 characters</source>
   <translation>dies ist länger als %1 Zeichen</translation>
  </message>
  <message>
   <source>this divides by zero</source>
   <translation>dies teilt durch null</translation>
  </message>
  <message>
   <source>%1 stands behind something that already has a unit</source>
   <translation>%1 steht hinter etwas, das schon eine Einheit hat</translation>
  </message>
  <message>
   <source>a power must be a whole number up to 12</source>
   <translation>eine Potenz muss eine ganze Zahl bis 12 sein</translation>
  </message>
  <message>
   <source>there is no function “%1”; known: %2</source>
   <translation>es gibt keine Funktion „%1“; bekannt: %2</translation>
  </message>
  <message>
   <source>%1 takes one value</source>
   <translation>%1 nimmt einen Wert</translation>
  </message>
  <message>
   <source>“%1” has no meaning here</source>
   <translation>„%1“ hat hier keine Bedeutung</translation>
  </message>
  <message>
   <source>“%1” is not expected here</source>
   <translation>„%1“ wird hier nicht erwartet</translation>
  </message>
  <message>
   <source>this cannot be read as a formula</source>
   <translation>dies lässt sich nicht als Formel lesen</translation>
  </message>
  <message>
   <source>this is nested too deeply</source>
   <translation>dies ist zu tief verschachtelt</translation>
  </message>
  <message>
   <source>“%1” can be read in two ways: write %2 or %3</source>
   <translation>„%1“ lässt sich auf zwei Arten lesen: schreiben Sie %2 oder %3</translation>
  </message>
  <message>
   <source>added to</source>
   <translation>zu addieren</translation>
  </message>
  <message>
   <source>taken from</source>
   <translation>abzuziehen</translation>
  </message>
  <message>
   <source>: give the number its unit, such as mm</source>
   <translation>: geben Sie der Zahl ihre Einheit, etwa mm</translation>
  </message>
  <message>
   <source>%1 cannot be %2 %3%4</source>
   <translation>%1 ist nicht %2: %3%4</translation>
  </message>
  <message>
   <source>%1 compares things of different kinds</source>
   <translation>%1 vergleicht Verschiedenartiges</translation>
  </message>
  <message>
   <source>%1 takes an angle</source>
   <translation>%1 nimmt einen Winkel</translation>
  </message>
  <message>
   <source>sqrt takes a positive number or an area</source>
   <translation>sqrt nimmt eine positive Zahl oder einen Flächeninhalt</translation>
  </message>
  <message>
   <source>this stops too early: something is missing</source>
   <translation>dies endet zu früh: es fehlt etwas</translation>
  </message>
  <message>
   <source>Picture</source>
   <translation>Bild</translation>
  </message>
  <message>
   <source>PNG or JPEG, 8 or 16 bits a pixel</source>
   <translation>PNG oder JPEG, 8 oder 16 Bit je Bildpunkt</translation>
  </message>
  <message>
   <source>Whole depth</source>
   <translation>Volle Tiefe</translation>
  </message>
  <message>
   <source>Which greys of the picture have the whole depth</source>
   <translation>Welche Grautöne des Bildes die volle Tiefe haben</translation>
  </message>
  <message>
   <source>Least depth</source>
   <translation>Geringste Tiefe</translation>
  </message>
  <message>
   <source>The depth that the other end of the greys has</source>
   <translation>Die Tiefe, die das andere Ende der Grautöne hat</translation>
  </message>
  <message>
   <source>Picture lies</source>
   <translation>Das Bild liegt</translation>
  </message>
  <message>
   <source>In its own proportions, as small as covers all of the artwork, or drawn out to it</source>
   <translation>In seinen eigenen Verhältnissen, so klein, dass es das ganze Motiv deckt, oder auf dessen Maß gezogen</translation>
  </message>
  <message>
   <source>Detail</source>
   <translation>Feinheit</translation>
  </message>
  <message>
   <source>How far apart the places are whose heights come from the picture; smoothly between</source>
   <translation>Wie weit die Stellen auseinanderliegen, deren Höhen aus dem Bild kommen; dazwischen glatt</translation>
  </message>
  <message>
   <source>height picture</source>
   <translation>Höhenbild</translation>
  </message>
  <message>
   <source>Where light</source>
   <translation>Wo hell</translation>
  </message>
  <message>
   <source>Where dark</source>
   <translation>Wo dunkel</translation>
  </message>
  <message>
   <source>In proportion</source>
   <translation>Im Verhältnis</translation>
  </message>
  <message>
   <source>Drawn out</source>
   <translation>Gezogen</translation>
  </message>
  <message>
   <source>%1, %2 faces</source>
   <translation>%1, %2 Flächen</translation>
  </message>
  <message>
   <source>%1, solid %2 of %3</source>
   <translation>%1, Körper %2 von %3</translation>
  </message>
  <message>
   <source>Digest</source>
   <translation>Prüfwert</translation>
  </message>
  <message>
   <source>Which</source>
   <translation>Welcher</translation>
  </message>
  <message>
   <source>1 keeps the size of the file</source>
   <translation>1 behält die Größe der Datei</translation>
  </message>
  <message>
   <source>Faces</source>
   <translation>Flächen</translation>
  </message>
  <message>
   <source>no file has been taken in yet: choose one</source>
   <translation>noch wurde keine Datei aufgenommen: wählen Sie eine</translation>
  </message>
  <message>
   <source>Letters and lines</source>
   <translation>Buchstaben und Zeilen</translation>
  </message>
  <message>
   <source>Mirror, border, pattern</source>
   <translation>Spiegeln, Rahmen, Muster</translation>
  </message>
  <message>
   <source>In a field how high it stands over the floor, in a panel how deep it goes from the cap</source>
   <translation>In einem Feld, wie hoch er über dem Grund steht, in einer Platte, wie tief er von der Deckfläche aus geht</translation>
  </message>
  <message>
   <source>Small capitals, superscript, fractions and other forms that the font has for these letters</source>
   <translation>Kapitälchen, Hochstellung, Brüche und andere Formen, die die Schrift für diese Buchstaben hat</translation>
  </message>
  <message>
   <source>{serial}, or any dimension in braces such as {diameter:.1}, is worked out</source>
   <translation>{serial} oder ein Maß in Klammern wie {diameter:.1} wird berechnet</translation>
  </message>
  <message>
   <source>Mirrored</source>
   <translation>Gespiegelt</translation>
  </message>
  <message>
   <source>As in a mirror: for dies and moulds</source>
   <translation>Wie im Spiegel: für Werkzeuge und Formen</translation>
  </message>
  <message>
   <source>Upside down</source>
   <translation>Kopfüber</translation>
  </message>
  <message>
   <source>To be read from the other side</source>
   <translation>Von der anderen Seite zu lesen</translation>
  </message>
  <message>
   <source>letter forms</source>
   <translation>Buchstabenformen</translation>
  </message>
  <message>
   <source>Letter</source>
   <translation>Buchstabe</translation>
  </message>
  <message>
   <source>Own depth</source>
   <translation>Eigene Tiefe</translation>
  </message>
  <message>
   <source>Times as large</source>
   <translation>So viel größer</translation>
  </message>
  <message>
   <source>Cutter</source>
   <translation>Fräser</translation>
  </message>
  <message>
   <source>Width of this font's lines; with a V or round section it follows from the depth</source>
   <translation>Breite der Linien dieser Schrift; mit V- oder rundem Querschnitt folgt sie aus der Tiefe</translation>
  </message>
  <message>
   <source>Letter height</source>
   <translation>Schrifthöhe</translation>
  </message>
  <message>
   <source>Also in inches or points: 1/4 in, 12 pt</source>
   <translation>Auch in Zoll oder Punkt: 1/4 in, 12 pt</translation>
  </message>
  <message>
   <source>Measured as</source>
   <translation>Gemessen als</translation>
  </message>
  <message>
   <source>Letter spacing</source>
   <translation>Laufweite</translation>
  </message>
  <message>
   <source>Added after each letter</source>
   <translation>Nach jedem Buchstaben hinzu</translation>
  </message>
  <message>
   <source>Word spacing</source>
   <translation>Wortabstand</translation>
  </message>
  <message>
   <source>Added after each space</source>
   <translation>Nach jedem Leerzeichen hinzu</translation>
  </message>
  <message>
   <source>Lines</source>
   <translation>Zeilen</translation>
  </message>
  <message>
   <source>Line spacing</source>
   <translation>Zeilenabstand</translation>
  </message>
  <message>
   <source>Slant</source>
   <translation>Neigung der Schrift</translation>
  </message>
  <message>
   <source>Letters lean to the right by this, −60° to 60°</source>
   <translation>Buchstaben neigen sich so weit nach rechts, −60° bis 60°</translation>
  </message>
  <message>
   <source>Some words</source>
   <translation>Einige Wörter</translation>
  </message>
  <message>
   <source>One letter</source>
   <translation>Ein Buchstabe</translation>
  </message>
  <message>
   <source>Ligatures</source>
   <translation>Ligaturen</translation>
  </message>
  <message>
   <source>single stroke</source>
   <translation>einstrichig</translation>
  </message>
  <message>
   <source>Capitals</source>
   <translation>Versalien</translation>
  </message>
  <message>
   <source>Centre</source>
   <translation>Mitte</translation>
  </message>
  <message>
   <source>End</source>
   <translation>Ende</translation>
  </message>
  <message>
   <source>common practice, no source</source>
   <translation>übliche Praxis, ohne Quelle</translation>
  </message>
  <message>
   <source>Dimension</source>
   <translation>Maß</translation>
  </message>
  <message>
   <source>Guide</source>
   <translation>Leitlinie</translation>
  </message>
  <message>
   <source>Repeat</source>
   <translation>Wiederholen</translation>
  </message>
  <message>
   <source>Serial</source>
   <translation>Seriennummer</translation>
  </message>
  <message>
   <source>the first feature must be a body</source>
   <translation>das erste Merkmal muss ein Körper sein</translation>
  </message>
  <message>
   <source>the first body is what the part is made from: it stays on</source>
   <translation>aus dem ersten Körper besteht das Teil: er bleibt eingeschaltet</translation>
  </message>
  <message>
   <source>Kept alike with</source>
   <translation>Gleichgehalten mit</translation>
  </message>
  <message>
   <source>Holds to</source>
   <translation>Hält sich an</translation>
  </message>
  <message>
   <source>Next number</source>
   <translation>Nächste Nr.</translation>
  </message>
  <message>
   <source>Digits</source>
   <translation>Stellen</translation>
  </message>
  <message>
   <source>After</source>
   <translation>Nach</translation>
  </message>
  <message>
   <source>Mould is pulled</source>
   <translation>Form wird gezogen</translation>
  </message>
  <message>
   <source>Accepted findings</source>
   <translation>Hingenommene Befunde</translation>
  </message>
  <message>
   <source>two features are called “%1”</source>
   <translation>zwei Merkmale heißen „%1“</translation>
  </message>
  <message>
   <source>Artwork</source>
   <translation>Motiv</translation>
  </message>
  <message>
   <source>two stamps are called “%1”</source>
   <translation>zwei Prägungen heißen „%1“</translation>
  </message>
  <message>
   <source>two processes are called “%1”</source>
   <translation>zwei Verfahren heißen „%1“</translation>
  </message>
  <message>
   <source>square to each mark</source>
   <translation>senkrecht zu jeder Prägung</translation>
  </message>
  <message>
   <source>along x</source>
   <translation>entlang x</translation>
  </message>
  <message>
   <source>along y</source>
   <translation>entlang y</translation>
  </message>
  <message>
   <source>along z</source>
   <translation>entlang z</translation>
  </message>
  <message>
   <source>the job has no %1 called “%2”: %3</source>
   <translation>der Auftrag hat kein %1 „%2“: %3</translation>
  </message>
  <message>
   <source>there are %1</source>
   <translation>es gibt %1</translation>
  </message>
  <message>
   <source>there is none</source>
   <translation>es gibt keines</translation>
  </message>
  <message>
   <source>“%1” does not say what it sets: write name=value</source>
   <translation>„%1“ sagt nicht, was es setzt: schreiben Sie Name=Wert</translation>
  </message>
  <message>
   <source>the dimension “%1”: %2</source>
   <translation>das Maß „%1“: %2</translation>
  </message>
  <message>
   <source>stamp with a text</source>
   <translation>Prägung mit Text</translation>
  </message>
  <message>
   <source>the text of “%1”: %2</source>
   <translation>der Text von „%1“: %2</translation>
  </message>
  <message>
   <source>Both sides</source>
   <translation>Beide Seiten</translation>
  </message>
  <message>
   <source>One side</source>
   <translation>Eine Seite</translation>
  </message>
  <message>
   <source>Bridges</source>
   <translation>Stege</translation>
  </message>
  <message>
   <source>How wide what holds it is</source>
   <translation>Wie breit ist, was sie hält</translation>
  </message>
  <message>
   <source>Bridges run</source>
   <translation>Stege laufen</translation>
  </message>
  <message>
   <source>90° runs upright</source>
   <translation>90° läuft aufrecht</translation>
  </message>
  <message>
   <source>Off the middle</source>
   <translation>Aus der Mitte</translation>
  </message>
  <message>
   <source>Moves the bridges sideways</source>
   <translation>Verschiebt die Stege seitwärts</translation>
  </message>
  <message>
   <source>Filled with</source>
   <translation>Gefüllt mit</translation>
  </message>
  <message>
   <source>Lines and crossed lines end at the outlines; of dots there are whole ones alone</source>
   <translation>Linien und Kreuzlinien enden an den Umrissen; Punkte gibt es nur ganze</translation>
  </message>
  <message>
   <source>Pitch</source>
   <translation>Teilung</translation>
  </message>
  <message>
   <source>From middle to middle</source>
   <translation>Von Mitte zu Mitte</translation>
  </message>
  <message>
   <source>Of a line, or the diameter of a dot</source>
   <translation>Einer Linie, oder der Durchmesser eines Punktes</translation>
  </message>
  <message>
   <source>Turned</source>
   <translation>Gedreht</translation>
  </message>
  <message>
   <source>0° runs across</source>
   <translation>0° läuft quer</translation>
  </message>
  <message>
   <source>plain ink</source>
   <translation>voller Auftrag</translation>
  </message>
  <message>
   <source>lines</source>
   <translation>Linien</translation>
  </message>
  <message>
   <source>crossed lines</source>
   <translation>Kreuzlinien</translation>
  </message>
  <message>
   <source>dots</source>
   <translation>Punkte</translation>
  </message>
  <message>
   <source>The outside diameter</source>
   <translation>Der Außendurchmesser</translation>
  </message>
  <message>
   <source>plate %1 × %2, %3 mm thick</source>
   <translation>Platte %1 × %2, %3 mm dick</translation>
  </message>
  <message>
   <source>tube %1 × %2 mm, %3 mm high</source>
   <translation>Rohr %1 × %2 mm, %3 mm hoch</translation>
  </message>
  <message>
   <source>%1 sides, %2 mm across, %3 mm high</source>
   <translation>%1 Seiten, %2 mm quer, %3 mm hoch</translation>
  </message>
  <message>
   <source>ring %1 × %2 mm, open, %3°</source>
   <translation>Ring %1 × %2 mm, offen, %3°</translation>
  </message>
  <message>
   <source>round %1 mm, %2 mm high</source>
   <translation>Rundling %1 mm, %2 mm hoch</translation>
  </message>
  <message>
   <source>Radius of the corners; 0 leaves them sharp</source>
   <translation>Radius der Ecken; 0 lässt sie scharf</translation>
  </message>
  <message>
   <source>a corner of %1 mm is too large: it must be less than half the shorter side, %2 mm</source>
   <translation>eine Ecke von %1 mm ist zu groß: sie muss kleiner sein als die halbe kürzere Seite, %2 mm</translation>
  </message>
  <message>
   <source>Given by</source>
   <translation>Gegeben durch</translation>
  </message>
  <message>
   <source>Thickness of the wall; 0 makes it solid</source>
   <translation>Dicke der Wand; 0 macht ihn voll</translation>
  </message>
  <message>
   <source>Bore</source>
   <translation>Bohrung</translation>
  </message>
  <message>
   <source>The inside diameter</source>
   <translation>Der Innendurchmesser</translation>
  </message>
  <message>
   <source>Across flats</source>
   <translation>Schlüsselweite</translation>
  </message>
  <message>
   <source>Diameter of the circle that touches all sides</source>
   <translation>Durchmesser des Kreises, der alle Seiten berührt</translation>
  </message>
  <message>
   <source>%1 sides cannot be made: give a whole number from 3 to 48</source>
   <translation>%1 Seiten gehen nicht: geben Sie eine ganze Zahl von 3 bis 48 an</translation>
  </message>
  <message>
   <source>How far round the ring goes, up to 359.9°; it is open at the back</source>
   <translation>Wie weit der Ring herumgeht, bis 359,9°; hinten ist er offen</translation>
  </message>
  <message>
   <source>the bore of %1 mm is not smaller than the outside, %2 mm</source>
   <translation>die Bohrung von %1 mm ist nicht kleiner als außen, %2 mm</translation>
  </message>
  <message>
   <source>an open ring covers at most 359.9°: take a tube for a closed one</source>
   <translation>ein offener Ring umfasst höchstens 359,9°: nehmen Sie ein Rohr für einen geschlossenen</translation>
  </message>
  <message>
   <source>a wall of %1 mm leaves no bore: it must be thinner than the radius, %2 mm; 0 makes a solid round</source>
   <translation>eine Wand von %1 mm lässt keine Bohrung: sie muss dünner sein als der Radius, %2 mm; 0 macht einen vollen Rundling</translation>
  </message>
  <message>
   <source>Copied from</source>
   <translation>Kopiert von</translation>
  </message>
  <message>
   <source>a process on the shelf needs a name without a slash</source>
   <translation>ein Verfahren im Regal braucht einen Namen ohne Schrägstrich</translation>
  </message>
  <message>
   <source>the process cannot be kept: %1</source>
   <translation>das Verfahren kann nicht behalten werden: %1</translation>
  </message>
  <message>
   <source>“%1” on the shelf is far too large for a process</source>
   <translation>„%1“ im Regal ist viel zu groß für ein Verfahren</translation>
  </message>
  <message>
   <source>“%1” cannot be read: %2</source>
   <translation>„%1“ lässt sich nicht lesen: %2</translation>
  </message>
  <message>
   <source>“%1” on the shelf is no process, or is damaged</source>
   <translation>„%1“ im Regal ist kein Verfahren oder beschädigt</translation>
  </message>
  <message>
   <source>only an arc has a radius</source>
   <translation>nur ein Bogen hat einen Radius</translation>
  </message>
  <message>
   <source>the file names no unit: taken as mm</source>
   <translation>die Datei nennt keine Einheit: als mm genommen</translation>
  </message>
  <message>
   <source>the file's unit %1 is not known: taken as mm</source>
   <translation>die Einheit %1 der Datei ist nicht bekannt: als mm genommen</translation>
  </message>
  <message>
   <source>%1 is larger than %2 MB</source>
   <translation>%1 ist größer als %2 MB</translation>
  </message>
  <message>
   <source>%1 is neither DXF nor SVG</source>
   <translation>%1 ist weder DXF noch SVG</translation>
  </message>
  <message>
   <source>%1 holds no lines, arcs or curves</source>
   <translation>%1 enthält keine Linien, Bögen oder Kurven</translation>
  </message>
  <message>
   <source>the profile would need %1 points, over %2</source>
   <translation>das Profil bräuchte %1 Punkte, mehr als %2</translation>
  </message>
  <message>
   <source>%1 holds something that cannot be read</source>
   <translation>%1 enthält etwas, das sich nicht lesen lässt</translation>
  </message>
  <message>
   <source>%1 holds a faulty %2</source>
   <translation>%1 enthält ein fehlerhaftes %2</translation>
  </message>
  <message>
   <source>Make</source>
   <translation>Machen</translation>
  </message>
  <message>
   <source>What becomes of the artwork</source>
   <translation>Was aus dem Motiv wird</translation>
  </message>
  <message>
   <source>Its shape</source>
   <translation>Seine Form</translation>
  </message>
  <message>
   <source>A rectangle about the artwork, a line round it, or all of the face as far as a margin from its edges, all the way round on a face that closes</source>
   <translation>Ein Rechteck um das Motiv, eine Linie darum, oder die ganze Fläche bis zu einem Rand vor ihren Kanten, ganz herum auf einer geschlossenen Fläche</translation>
  </message>
  <message>
   <source>Margin</source>
   <translation>Rand</translation>
  </message>
  <message>
   <source>From the ink to the edge of the field, or from that to the edges of the face</source>
   <translation>Vom Farbauftrag zur Kante des Feldes, oder von dieser zu den Kanten der Fläche</translation>
  </message>
  <message>
   <source>Of the field</source>
   <translation>Des Feldes</translation>
  </message>
  <message>
   <source>Letters end</source>
   <translation>Buchstaben enden</translation>
  </message>
  <message>
   <source>0 is level with the face, more stands out of it, less lies below it</source>
   <translation>0 ist bündig mit der Fläche, mehr steht heraus, weniger liegt darunter</translation>
  </message>
  <message>
   <source>Into the face or out of it; of loose letters, how thick they are</source>
   <translation>In die Fläche oder heraus; bei losen Buchstaben ihre Dicke</translation>
  </message>
  <message>
   <source>Clearance</source>
   <translation>Spiel</translation>
  </message>
  <message>
   <source>Between the walls of the pocket and those of the piece</source>
   <translation>Zwischen den Wänden der Tasche und denen des Stücks</translation>
  </message>
  <message>
   <source>Under it</source>
   <translation>Darunter</translation>
  </message>
  <message>
   <source>Between the floor of the pocket and the piece, for glue</source>
   <translation>Zwischen dem Boden der Tasche und dem Stück, für Kleber</translation>
  </message>
  <message>
   <source>Proud</source>
   <translation>Überstand</translation>
  </message>
  <message>
   <source>How far the piece stands out of the face; less than 0 lies below it</source>
   <translation>Wie weit das Stück aus der Fläche steht; weniger als 0 liegt darunter</translation>
  </message>
  <message>
   <source>Bodies</source>
   <translation>Körper</translation>
  </message>
  <message>
   <source>All letters as one body, or each a body with a name of its own in every file</source>
   <translation>Alle Buchstaben als ein Körper, oder jeder ein Körper mit eigenem Namen in jeder Datei</translation>
  </message>
  <message>
   <source>Glue gap</source>
   <translation>Klebespalt</translation>
  </message>
  <message>
   <source>Under the letters</source>
   <translation>Unter den Buchstaben</translation>
  </message>
  <message>
   <source>Pins</source>
   <translation>Stifte</translation>
  </message>
  <message>
   <source>Diameter of two pins under each letter, with holes for them in the part; 0 for none</source>
   <translation>Durchmesser von zwei Stiften unter jedem Buchstaben, mit Löchern dafür im Teil; 0 für keine</translation>
  </message>
  <message>
   <source>Pins reach</source>
   <translation>Stifte reichen</translation>
  </message>
  <message>
   <source>Into the part</source>
   <translation>Ins Teil</translation>
  </message>
  <message>
   <source>Between a pin and its hole, all round and below</source>
   <translation>Zwischen einem Stift und seinem Loch, ringsum und darunter</translation>
  </message>
  <message>
   <source>How wide what holds the middles of letters is</source>
   <translation>Wie breit ist, was die Mitten der Buchstaben hält</translation>
  </message>
  <message>
   <source>One middle</source>
   <translation>Eine Mitte</translation>
  </message>
  <message>
   <source>Bridges of its own</source>
   <translation>Mit eigenen Stegen</translation>
  </message>
  <message>
   <source>Letters stand</source>
   <translation>Buchstaben stehen</translation>
  </message>
  <message>
   <source>Straight up from the face, leaning all the way, bending over as if on a hinge, or along a drawn path</source>
   <translation>Gerade von der Fläche auf, durchweg geneigt, umgebogen wie an einem Scharnier oder entlang eines gezeichneten Weges</translation>
  </message>
  <message>
   <source>Lean</source>
   <translation>Neigung</translation>
  </message>
  <message>
   <source>Off the upright; the depth stays the height over the face</source>
   <translation>Gegen die Senkrechte; die Tiefe bleibt die Höhe über der Fläche</translation>
  </message>
  <message>
   <source>Bend</source>
   <translation>Biegung</translation>
  </message>
  <message>
   <source>How far the letters turn over; the depth is how far their nearest ink goes</source>
   <translation>Wie weit sich die Buchstaben überbiegen; die Tiefe ist der Weg ihrer nächsten Stelle</translation>
  </message>
  <message>
   <source>Of lines and arcs, in side view: x is ahead, y is off the face</source>
   <translation>Aus Linien und Bögen, von der Seite gesehen: x ist nach vorn, y von der Fläche weg</translation>
  </message>
  <message>
   <source>Towards</source>
   <translation>Hin zu</translation>
  </message>
  <message>
   <source>The side of the letters that they go to</source>
   <translation>Die Seite der Buchstaben, zu der sie gehen</translation>
  </message>
  <message>
   <source>Cross-section</source>
   <translation>Querschnitt</translation>
  </message>
  <message>
   <source>Carved: walls lean in from all sides until they meet in the middle of each stroke, or end at the depth. Of lines (single-stroke text, outlines of shapes, bands, open lines of a drawing) a V or a round one is a groove as such a tool cuts it, or a bead; lines are as wide as it is at that depth. A dovetail is wider at its floor than at the face, and holds what is cast or pushed into it</source>
   <translation>Gestochen: Wände neigen sich von allen Seiten, bis sie sich in der Mitte jedes Strichs treffen, oder enden in der Tiefe. Von Linien (Einstrichschrift, Umrisse von Formen, Bänder, offene Linien einer Zeichnung) ist V oder rund eine Rille, wie ein solches Werkzeug sie schneidet, oder eine Wulst; Linien sind so breit wie das Werkzeug in dieser Tiefe. Ein Schwalbenschwanz ist am Grund breiter als an der Fläche und hält, was hineingegossen oder -geschoben wird</translation>
  </message>
  <message>
   <source>V angle</source>
   <translation>V-Winkel</translation>
  </message>
  <message>
   <source>Between its two sides</source>
   <translation>Zwischen seinen beiden Seiten</translation>
  </message>
  <message>
   <source>Tip</source>
   <translation>Spitze</translation>
  </message>
  <message>
   <source>How wide its floor is</source>
   <translation>Wie breit ihr Grund ist</translation>
  </message>
  <message>
   <source>Neck</source>
   <translation>Hals</translation>
  </message>
  <message>
   <source>How wide it is at the face</source>
   <translation>Wie breit es an der Fläche ist</translation>
  </message>
  <message>
   <source>Flank</source>
   <translation>Flanke</translation>
  </message>
  <message>
   <source>How far its sides lean outwards</source>
   <translation>Wie weit sich die Seiten nach außen neigen</translation>
  </message>
  <message>
   <source>Diameter of the round end</source>
   <translation>Durchmesser des runden Endes</translation>
  </message>
  <message>
   <source>Walls</source>
   <translation>Flanken</translation>
  </message>
  <message>
   <source>Square to the face everywhere; all parallel, as the projection or the face in the middle of the artwork has it; or along the way that a mould is pulled off</source>
   <translation>Überall senkrecht zur Fläche; alle parallel, wie die Projektion oder die Fläche in der Mitte des Motivs es hat; oder in der Richtung, in die eine Form abgezogen wird</translation>
  </message>
  <message>
   <source>Pulled off</source>
   <translation>Abgezogen</translation>
  </message>
  <message>
   <source>The side of the part to which the mould comes off</source>
   <translation>Die Seite des Teils, zu der die Form abgeht</translation>
  </message>
  <message>
   <source>Caps</source>
   <translation>Deckflächen</translation>
  </message>
  <message>
   <source>Follow the face at the depth, lie in a plane, or follow another face of the part: level with it, or at a distance; or as deep as a picture is light or dark</source>
   <translation>Der Fläche in der Tiefe folgen, in einer Ebene liegen oder einer anderen Fläche des Teils folgen: bündig mit ihr oder in einem Abstand; oder so tief, wie ein Bild hell oder dunkel ist</translation>
  </message>
  <message>
   <source>Level with</source>
   <translation>Bündig mit</translation>
  </message>
  <message>
   <source>The face that caps follow</source>
   <translation>Die Fläche, der die Deckflächen folgen</translation>
  </message>
  <message>
   <source>Beyond it</source>
   <translation>Darüber hinaus</translation>
  </message>
  <message>
   <source>How far caps stand out of that face; less than 0 lies within it</source>
   <translation>Wie weit Deckflächen über jene Fläche hinausstehen; weniger als 0 liegt darunter</translation>
  </message>
  <message>
   <source>Greys that caps follow</source>
   <translation>Grautöne, denen die Deckflächen folgen</translation>
  </message>
  <message>
   <source>Rises</source>
   <translation>Steigt</translation>
  </message>
  <message>
   <source>How far the cap leans: towards the end of the text it stands higher</source>
   <translation>Wie weit sich die Deckfläche neigt: zum Ende des Textes steht sie höher</translation>
  </message>
  <message>
   <source>Rises upwards</source>
   <translation>Steigt nach oben</translation>
  </message>
  <message>
   <source>The same from the foot of the letters to their top</source>
   <translation>Dasselbe vom Fuß der Buchstaben zu ihrer Oberkante</translation>
  </message>
  <message>
   <source>Draft</source>
   <translation>Schräge</translation>
  </message>
  <message>
   <source>How far the walls lean, so that the ink narrows away from the face; 0 for none</source>
   <translation>Wie weit sich die Flanken neigen, sodass das Motiv von der Fläche weg schmaler wird; 0 für keine</translation>
  </message>
  <message>
   <source>Outline at</source>
   <translation>Umriss an</translation>
  </message>
  <message>
   <source>Where the artwork has its own size when the walls have draft</source>
   <translation>Wo das Motiv seine eigene Größe hat, wenn die Flanken Schräge haben</translation>
  </message>
  <message>
   <source>Cap edge</source>
   <translation>Deckkante</translation>
  </message>
  <message>
   <source>Where the walls meet the cap or the floor</source>
   <translation>Wo die Flanken auf die Deckfläche oder den Boden treffen</translation>
  </message>
  <message>
   <source>Cap edge size</source>
   <translation>Maß der Deckkante</translation>
  </message>
  <message>
   <source>Cut off, or the radius</source>
   <translation>Abgefast, oder der Radius</translation>
  </message>
  <message>
   <source>Face edge</source>
   <translation>Flächenkante</translation>
  </message>
  <message>
   <source>Where the walls meet the face</source>
   <translation>Wo die Flanken auf die Fläche treffen</translation>
  </message>
  <message>
   <source>Face edge size</source>
   <translation>Maß der Flächenkante</translation>
  </message>
  <message>
   <source>This part is</source>
   <translation>Dieses Teil ist</translation>
  </message>
  <message>
   <source>In a mould all is turned over: mirrored, sunk for raised, and larger by what the casting shrinks; artwork, depth and sizes are those of the casting</source>
   <translation>In einer Form ist alles umgekehrt: gespiegelt, vertieft statt erhaben und um das Schwindmaß des Gusses größer; Motiv, Tiefe und Maße sind die des Gusses</translation>
  </message>
  <message>
   <source>Shrinkage</source>
   <translation>Schwindung</translation>
  </message>
  <message>
   <source>Of the casting as it cools</source>
   <translation>Des Gusses beim Abkühlen</translation>
  </message>
  <message>
   <source>Cap colour</source>
   <translation>Deckfarbe</translation>
  </message>
  <message>
   <source>other face</source>
   <translation>andere Fläche</translation>
  </message>
  <message>
   <source>Round the ink</source>
   <translation>Um den Farbauftrag</translation>
  </message>
  <message>
   <source>As far as the edges</source>
   <translation>Bis an die Kanten</translation>
  </message>
  <message>
   <source>All as one</source>
   <translation>Alle als einer</translation>
  </message>
  <message>
   <source>One a letter</source>
   <translation>Je Buchstabe einer</translation>
  </message>
  <message>
   <source>Upright</source>
   <translation>Gerade</translation>
  </message>
  <message>
   <source>Leaning</source>
   <translation>Geneigt</translation>
  </message>
  <message>
   <source>Bent over</source>
   <translation>Gebogen</translation>
  </message>
  <message>
   <source>Along a path</source>
   <translation>Entlang eines Wegs</translation>
  </message>
  <message>
   <source>their foot</source>
   <translation>ihrem Fuß</translation>
  </message>
  <message>
   <source>their top</source>
   <translation>ihrem Kopf</translation>
  </message>
  <message>
   <source>the start of the text</source>
   <translation>dem Anfang des Textes</translation>
  </message>
  <message>
   <source>its end</source>
   <translation>seinem Ende</translation>
  </message>
  <message>
   <source>Walls and cap</source>
   <translation>Wände und Deckel</translation>
  </message>
  <message>
   <source>Carved to the middle</source>
   <translation>Bis zur Mitte gestochen</translation>
  </message>
  <message>
   <source>V along lines</source>
   <translation>V entlang von Linien</translation>
  </message>
  <message>
   <source>Round along lines</source>
   <translation>Rund entlang von Linien</translation>
  </message>
  <message>
   <source>Dovetail along lines</source>
   <translation>Schwalbenschwanz entlang von Linien</translation>
  </message>
  <message>
   <source>Square</source>
   <translation>Senkrecht</translation>
  </message>
  <message>
   <source>Parallel</source>
   <translation>Parallel</translation>
  </message>
  <message>
   <source>Along a pull</source>
   <translation>In Abzugsrichtung</translation>
  </message>
  <message>
   <source>As the face</source>
   <translation>Wie die Fläche</translation>
  </message>
  <message>
   <source>As another face</source>
   <translation>Wie eine andere Fläche</translation>
  </message>
  <message>
   <source>From a picture</source>
   <translation>Nach einem Bild</translation>
  </message>
  <message>
   <source>cap or floor</source>
   <translation>Deckfläche oder Boden</translation>
  </message>
  <message>
   <source>Its mould</source>
   <translation>Seine Form</translation>
  </message>
  <message>
   <source>Engrave</source>
   <translation>Gravieren</translation>
  </message>
  <message>
   <source>Sunk into the face</source>
   <translation>In die Fläche vertieft</translation>
  </message>
  <message>
   <source>engraved</source>
   <translation>graviert</translation>
  </message>
  <message>
   <source>Emboss</source>
   <translation>Erhaben</translation>
  </message>
  <message>
   <source>Standing out of the face</source>
   <translation>Steht aus der Fläche heraus</translation>
  </message>
  <message>
   <source>raised</source>
   <translation>erhaben</translation>
  </message>
  <message>
   <source>Field</source>
   <translation>Feld</translation>
  </message>
  <message>
   <source>Sunk round letters left standing</source>
   <translation>Vertieft um stehen gelassene Buchstaben</translation>
  </message>
  <message>
   <source>sunk field</source>
   <translation>vertieftes Feld</translation>
  </message>
  <message>
   <source>Panel</source>
   <translation>Schild</translation>
  </message>
  <message>
   <source>Raised, with letters sunk in it</source>
   <translation>Erhaben, mit vertieften Buchstaben darin</translation>
  </message>
  <message>
   <source>raised panel</source>
   <translation>erhabenes Schild</translation>
  </message>
  <message>
   <source>Inlay</source>
   <translation>Einlage</translation>
  </message>
  <message>
   <source>A pocket, and pieces that fit it</source>
   <translation>Eine Tasche und Stücke, die hineinpassen</translation>
  </message>
  <message>
   <source>inlaid</source>
   <translation>eingelegt</translation>
  </message>
  <message>
   <source>Loose</source>
   <translation>Lose</translation>
  </message>
  <message>
   <source>Bodies of their own, to glue on</source>
   <translation>Eigene Körper zum Aufkleben</translation>
  </message>
  <message>
   <source>letters apart</source>
   <translation>Buchstaben für sich</translation>
  </message>
  <message>
   <source>Stencil</source>
   <translation>Schablone</translation>
  </message>
  <message>
   <source>Cut through, bridges hold the middles</source>
   <translation>Durchgeschnitten, mit Stegen</translation>
  </message>
  <message>
   <source>cut through</source>
   <translation>durchgeschnitten</translation>
  </message>
  <message>
   <source>Mark only</source>
   <translation>Nur markieren</translation>
  </message>
  <message>
   <source>Parts the face, without depth</source>
   <translation>Teilt die Fläche, ohne Tiefe</translation>
  </message>
  <message>
   <source>marked</source>
   <translation>markiert</translation>
  </message>
  <message>
   <source>mark</source>
   <translation>markieren</translation>
  </message>
  <message>
   <source>Cut off</source>
   <translation>Abgefast</translation>
  </message>
  <message>
   <source>Walls and caps</source>
   <translation>Flanken und Deckflächen</translation>
  </message>
  <message>
   <source>For a mould</source>
   <translation>Für eine Form</translation>
  </message>
  <message>
   <source>a dimension is already called “%1”</source>
   <translation>ein Maß heißt schon „%1“</translation>
  </message>
  <message>
   <source>something else is already called “%1”</source>
   <translation>etwas anderes heißt schon „%1“</translation>
  </message>
  <message>
   <source>a dimension must be a length, an angle or a plain number</source>
   <translation>ein Maß muss eine Länge, ein Winkel oder eine reine Zahl sein</translation>
  </message>
  <message>
   <source>no check has a limit that is called so</source>
   <translation>keine Prüfung hat eine Grenze, die so heißt</translation>
  </message>
  <message>
   <source>there is no process called “%1”</source>
   <translation>es gibt kein Verfahren „%1“</translation>
  </message>
  <message>
   <source>there are two dimensions called “%1”</source>
   <translation>es gibt zwei Maße „%1“</translation>
  </message>
  <message>
   <source>this must be more than %1%2</source>
   <translation>dies muss mehr sein als %1%2</translation>
  </message>
  <message>
   <source>this must not be less than %1%2</source>
   <translation>dies darf nicht weniger sein als %1%2</translation>
  </message>
  <message>
   <source>this must not be more than %1%2</source>
   <translation>dies darf nicht mehr sein als %1%2</translation>
  </message>
  <message>
   <source>%1%2 is beyond what can be built</source>
   <translation>%1%2 ist jenseits dessen, was sich bauen lässt</translation>
  </message>
  <message>
   <source>with these sizes it cannot be worked out: one is far too small or large</source>
   <translation>mit diesen Maßen lässt es sich nicht berechnen: eines ist viel zu klein oder zu groß</translation>
  </message>
  <message>
   <source>%1 has no value</source>
   <translation>%1 hat keinen Wert</translation>
  </message>
  <message>
   <source>%1 has an error: %2</source>
   <translation>%1 hat einen Fehler: %2</translation>
  </message>
  <message>
   <source>this goes round in a circle: %1</source>
   <translation>dies geht im Kreis: %1</translation>
  </message>
  <message>
   <source>cone %1 to %2 mm, %3 mm high</source>
   <translation>Kegel %1 zu %2 mm, %3 mm hoch</translation>
  </message>
  <message>
   <source>dome %1 mm, %2 mm high</source>
   <translation>Kuppel %1 mm, %2 mm hoch</translation>
  </message>
  <message>
   <source>ball %1 mm</source>
   <translation>Kugel %1 mm</translation>
  </message>
  <message>
   <source>torus %1 mm, bar %2 mm</source>
   <translation>Torus %1 mm, Strang %2 mm</translation>
  </message>
  <message>
   <source>Base</source>
   <translation>Basis</translation>
  </message>
  <message>
   <source>Top</source>
   <translation>Oben</translation>
  </message>
  <message>
   <source>Side angle</source>
   <translation>Seitenwinkel</translation>
  </message>
  <message>
   <source>Between the side and the axis; positive narrows upwards</source>
   <translation>Zwischen der Seite und der Achse; positiv wird nach oben schmaler</translation>
  </message>
  <message>
   <source>0 makes it solid</source>
   <translation>0 macht ihn voll</translation>
  </message>
  <message>
   <source>Lower end</source>
   <translation>Unteres Ende</translation>
  </message>
  <message>
   <source>Upper end</source>
   <translation>Oberes Ende</translation>
  </message>
  <message>
   <source>a wall of %1 mm leaves no hollow</source>
   <translation>eine Wand von %1 mm lässt keinen Hohlraum</translation>
  </message>
  <message>
   <source>a wall of %1 mm closes the upper end: choose “closed” for it, or a thinner wall</source>
   <translation>eine Wand von %1 mm schließt das obere Ende: wählen Sie dafür „geschlossen“ oder eine dünnere Wand</translation>
  </message>
  <message>
   <source>a wall of %1 mm closes the lower end: choose “closed” for it, or a thinner wall</source>
   <translation>eine Wand von %1 mm schließt das untere Ende: wählen Sie dafür „geschlossen“ oder eine dünnere Wand</translation>
  </message>
  <message>
   <source>a wall of %1 mm leaves no hollow under the dome</source>
   <translation>eine Wand von %1 mm lässt keinen Hohlraum unter der Kuppel</translation>
  </message>
  <message>
   <source>Of the bar's middle line</source>
   <translation>Der Mittellinie des Strangs</translation>
  </message>
  <message>
   <source>Bar</source>
   <translation>Strang</translation>
  </message>
  <message>
   <source>a bar of %1 mm closes the ring: it must be thinner than the ring's diameter, %2 mm</source>
   <translation>ein Strang von %1 mm schließt den Ring: er muss dünner sein als der Durchmesser des Rings, %2 mm</translation>
  </message>
  <message>
   <source>the side must stand steeper than 89° from the axis</source>
   <translation>die Seite muss steiler als 89° zur Achse stehen</translation>
  </message>
  <message>
   <source>the sides meet at a height of %1 mm, below the cone's own, %2 mm</source>
   <translation>die Seiten treffen sich in einer Höhe von %1 mm, unter der des Kegels, %2 mm</translation>
  </message>
  <message>
   <source>Open</source>
   <translation>Offen</translation>
  </message>
  <message>
   <source>How it is measured</source>
   <translation>Wie gemessen wird</translation>
  </message>
  <message>
   <source>How it is laid on the face</source>
   <translation>Wie es auf der Fläche liegt</translation>
  </message>
  <message>
   <source>Direction</source>
   <translation>Richtung</translation>
  </message>
  <message>
   <source>0° runs across, 90° upright</source>
   <translation>0° läuft quer, 90° aufrecht</translation>
  </message>
  <message>
   <source>Between</source>
   <translation>Zwischen</translation>
  </message>
  <message>
   <source>Edge</source>
   <translation>Kante</translation>
  </message>
  <message>
   <source>In from it</source>
   <translation>Von ihr herein</translation>
  </message>
  <message>
   <source>Radius</source>
   <translation>Radius</translation>
  </message>
  <message>
   <source>Covers</source>
   <translation>Umfasst</translation>
  </message>
  <message>
   <source>Bends</source>
   <translation>Biegt sich</translation>
  </message>
  <message>
   <source>Starts at</source>
   <translation>Beginnt an</translation>
  </message>
  <message>
   <source>Off it</source>
   <translation>Davon ab</translation>
  </message>
  <message>
   <source>Fills it</source>
   <translation>Füllt sie</translation>
  </message>
  <message>
   <source>Other way</source>
   <translation>Andersherum</translation>
  </message>
  <message>
   <source>Run the guide from its other end</source>
   <translation>Die Leitlinie von ihrem anderen Ende her laufen lassen</translation>
  </message>
  <message>
   <source>Times</source>
   <translation>Anzahl</translation>
  </message>
  <message>
   <source>Step across</source>
   <translation>Schritt quer</translation>
  </message>
  <message>
   <source>Step up</source>
   <translation>Schritt hoch</translation>
  </message>
  <message>
   <source>Laid</source>
   <translation>Gelegt</translation>
  </message>
  <message>
   <source>Side</source>
   <translation>Seite</translation>
  </message>
  <message>
   <source>Where the cast meets the face first, where it comes out again, or both</source>
   <translation>Wo die Projektion die Fläche zuerst trifft, wo sie wieder austritt, oder beides</translation>
  </message>
  <message>
   <source>Rests on</source>
   <translation>Ruht auf</translation>
  </message>
  <message>
   <source>Held by</source>
   <translation>Gehalten an</translation>
  </message>
  <message>
   <source>Place from</source>
   <translation>Lage gemessen von</translation>
  </message>
  <message>
   <source>Across from</source>
   <translation>Quer gemessen von</translation>
  </message>
  <message>
   <source>Up from</source>
   <translation>Hoch gemessen von</translation>
  </message>
  <message>
   <source>Runs over</source>
   <translation>Läuft über</translation>
  </message>
  <message>
   <source>Faces that meet this one at no more than 15° are laid out beside it</source>
   <translation>Flächen, die diese mit höchstens 15° treffen, werden daneben ausgelegt</translation>
  </message>
  <message>
   <source>True along</source>
   <translation>Wahr entlang</translation>
  </message>
  <message>
   <source>True at</source>
   <translation>Wahr bei</translation>
  </message>
  <message>
   <source>Keep off edges</source>
   <translation>Abstand zu Kanten</translation>
  </message>
  <message>
   <source>How near to the edges of its face ink may come, along the face; 0 leaves it to the process. The line is shown on the sheet, and ink beyond it is to fix</source>
   <translation>Wie nahe der Auftrag an die Kanten seiner Fläche kommen darf, entlang der Fläche; 0 überlässt es dem Verfahren. Die Linie steht auf der Abwicklung, und was über sie hinausgeht, ist zu beheben</translation>
  </message>
  <message>
   <source>not round</source>
   <translation>nicht rund</translation>
  </message>
  <message>
   <source>Along a guide</source>
   <translation>Entlang einer Leitlinie</translation>
  </message>
  <message>
   <source>no guide</source>
   <translation>keine Leitlinie</translation>
  </message>
  <message>
   <source>a straight line</source>
   <translation>eine gerade Linie</translation>
  </message>
  <message>
   <source>an arc or circle</source>
   <translation>ein Bogen oder Kreis</translation>
  </message>
  <message>
   <source>level with the rim</source>
   <translation>gleich hoch mit dem Rand</translation>
  </message>
  <message>
   <source>midway of edges</source>
   <translation>mitten zwischen Kanten</translation>
  </message>
  <message>
   <source>along an edge</source>
   <translation>entlang einer Kante</translation>
  </message>
  <message>
   <source>a drawn line</source>
   <translation>eine gezeichnete Linie</translation>
  </message>
  <message>
   <source>Lower, upper</source>
   <translation>Unten, oben</translation>
  </message>
  <message>
   <source>Left, right</source>
   <translation>Links, rechts</translation>
  </message>
  <message>
   <source>Over</source>
   <translation>Oben herum</translation>
  </message>
  <message>
   <source>Under</source>
   <translation>Unten herum</translation>
  </message>
  <message>
   <source>Spaced</source>
   <translation>Gesperrt</translation>
  </message>
  <message>
   <source>Scaled</source>
   <translation>Skaliert</translation>
  </message>
  <message>
   <source>once</source>
   <translation>einmal</translation>
  </message>
  <message>
   <source>all round</source>
   <translation>ringsum</translation>
  </message>
  <message>
   <source>as many as fit</source>
   <translation>so oft es passt</translation>
  </message>
  <message>
   <source>in steps</source>
   <translation>in Schritten</translation>
  </message>
  <message>
   <source>along the guide</source>
   <translation>entlang der Leitlinie</translation>
  </message>
  <message>
   <source>wrapped round</source>
   <translation>herumgelegt</translation>
  </message>
  <message>
   <source>wrapped, as a patch</source>
   <translation>herumgelegt, als Flicken</translation>
  </message>
  <message>
   <source>cast, square to it</source>
   <translation>projiziert, senkrecht darauf</translation>
  </message>
  <message>
   <source>cast from the front</source>
   <translation>projiziert von vorn</translation>
  </message>
  <message>
   <source>cast from the back</source>
   <translation>projiziert von hinten</translation>
  </message>
  <message>
   <source>cast from the left</source>
   <translation>projiziert von links</translation>
  </message>
  <message>
   <source>cast from the right</source>
   <translation>projiziert von rechts</translation>
  </message>
  <message>
   <source>cast from above</source>
   <translation>projiziert von oben</translation>
  </message>
  <message>
   <source>cast from below</source>
   <translation>projiziert von unten</translation>
  </message>
  <message>
   <source>cast along x, y, z</source>
   <translation>projiziert entlang x, y, z</translation>
  </message>
  <message>
   <source>Near</source>
   <translation>Nah</translation>
  </message>
  <message>
   <source>Far</source>
   <translation>Fern</translation>
  </message>
  <message>
   <source>Both</source>
   <translation>Beide</translation>
  </message>
  <message>
   <source>baseline</source>
   <translation>Grundlinie</translation>
  </message>
  <message>
   <source>middle of the ink</source>
   <translation>Mitte des Auftrags</translation>
  </message>
  <message>
   <source>bottom of the ink</source>
   <translation>Unterkante des Auftrags</translation>
  </message>
  <message>
   <source>top of the ink</source>
   <translation>Oberkante des Auftrags</translation>
  </message>
  <message>
   <source>its alignment</source>
   <translation>seiner Ausrichtung</translation>
  </message>
  <message>
   <source>left side</source>
   <translation>linke Seite</translation>
  </message>
  <message>
   <source>middle</source>
   <translation>Mitte</translation>
  </message>
  <message>
   <source>right side</source>
   <translation>rechte Seite</translation>
  </message>
  <message>
   <source>This face</source>
   <translation>Diese Fläche</translation>
  </message>
  <message>
   <source>Those beside</source>
   <translation>Die daneben</translation>
  </message>
  <message>
   <source>a height</source>
   <translation>eine Höhe</translation>
  </message>
  <message>
   <source>filler nut</source>
   <translation>Füllmutter</translation>
  </message>
  <message>
   <source>bail clip</source>
   <translation>Bügelklemme</translation>
  </message>
  <message>
   <source>turned pot</source>
   <translation>gedrehter Topf</translation>
  </message>
  <message>
   <source>extruded bar</source>
   <translation>Strangstück</translation>
  </message>
  <message>
   <source>bent strip</source>
   <translation>gebogener Streifen</translation>
  </message>
  <message>
   <source>oval head</source>
   <translation>ovaler Kopf</translation>
  </message>
  <message>
   <source>a blank on the shelf needs a name without a slash</source>
   <translation>ein Rohling im Regal braucht einen Namen ohne Schrägstrich</translation>
  </message>
  <message>
   <source>outside of the tank</source>
   <translation>außen am Tank</translation>
  </message>
  <message>
   <source>wall of all pressed parts</source>
   <translation>Wand aller gepressten Teile</translation>
  </message>
  <message>
   <source>the shelf cannot be made: %1</source>
   <translation>das Regal lässt sich nicht anlegen: %1</translation>
  </message>
  <message>
   <source>a stamp on the shelf needs a name without a slash</source>
   <translation>eine Prägung im Regal braucht einen Namen ohne Schrägstrich</translation>
  </message>
  <message>
   <source>“%1” on the shelf holds no stamp</source>
   <translation>„%1“ im Regal enthält keine Prägung</translation>
  </message>
  <message>
   <source>%1 cannot be written (%2): %3 is used</source>
   <translation>%1 lässt sich nicht schreiben (%2): %3 wird verwendet</translation>
  </message>
  <message>
   <source>with its fields the text is longer than %1 characters</source>
   <translation>mit seinen Feldern ist der Text länger als %1 Zeichen</translation>
  </message>
  <message>
   <source>%1: there can be at most %2</source>
   <translation>%1: es können höchstens %2 sein</translation>
  </message>
  <message>
   <source>%1: this can have at most %2 characters</source>
   <translation>%1: dies kann höchstens %2 Zeichen haben</translation>
  </message>
  <message>
   <source>%1: this is missing</source>
   <translation>%1: dies fehlt</translation>
  </message>
  <message>
   <source>%1: this is not known here</source>
   <translation>%1: dies ist hier nicht bekannt</translation>
  </message>
  <message>
   <source>feature %1, %2</source>
   <translation>Merkmal %1, %2</translation>
  </message>
  <message>
   <source>%1 does not count here</source>
   <translation>%1 zählt hier nicht</translation>
  </message>
  <message>
   <source>no closed mesh could be made of the part: %1</source>
   <translation>vom Teil ließ sich kein geschlossenes Netz machen: %1</translation>
  </message>
  <message>
   <source>it has no triangles</source>
   <translation>es hat keine Dreiecke</translation>
  </message>
  <message>
   <source>it stays open somewhere</source>
   <translation>es bleibt irgendwo offen</translation>
  </message>
  <message>
   <source>it holds %1 mm³ and the part %2 mm³</source>
   <translation>es enthält %1 mm³ und das Teil %2 mm³</translation>
  </message>
  <message>
   <source>face outline</source>
   <translation>Flächenumriss</translation>
  </message>
  <message>
   <source>centre lines</source>
   <translation>Mittellinien</translation>
  </message>
  <message>
   <source>“%1” has no stroke as wide as the kerf of %2 mm</source>
   <translation>„%1“ hat keinen Strich so breit wie die Schnittfuge von %2 mm</translation>
  </message>
  <message>
   <source>the part could not be put into glTF</source>
   <translation>das Teil ließ sich nicht in glTF bringen</translation>
  </message>
  <message>
   <source>Triangles within</source>
   <translation>Dreiecke innerhalb</translation>
  </message>
  <message>
   <source>chord tolerance</source>
   <translation>Sehnentoleranz</translation>
  </message>
  <message>
   <source>How far a triangle may stray from the true surface</source>
   <translation>Wie weit ein Dreieck von der wahren Oberfläche abweichen darf</translation>
  </message>
  <message>
   <source>Pieces alone</source>
   <translation>Nur Stücke</translation>
  </message>
  <message>
   <source>pieces alone</source>
   <translation>nur Stücke</translation>
  </message>
  <message>
   <source>The pieces of inlays and loose letters without the part</source>
   <translation>Die Stücke von Einlagen und lose Buchstaben ohne das Teil</translation>
  </message>
  <message>
   <source>SVG lines</source>
   <translation>SVG-Linien</translation>
  </message>
  <message>
   <source>line width of the SVG</source>
   <translation>Linienbreite der SVG</translation>
  </message>
  <message>
   <source>How wide outlines are drawn; 0 fills the artwork instead</source>
   <translation>Wie breit Umrisse gezeichnet werden; 0 füllt stattdessen das Motiv</translation>
  </message>
  <message>
   <source>Arcs within</source>
   <translation>Bögen innerhalb</translation>
  </message>
  <message>
   <source>tolerance of arcs</source>
   <translation>Toleranz der Bögen</translation>
  </message>
  <message>
   <source>Curves as lines and arcs within this, for machines that know no others; 0 keeps them as they are</source>
   <translation>Kurven als Linien und Bögen innerhalb dieses Maßes, für Maschinen, die nichts anderes kennen; 0 lässt sie, wie sie sind</translation>
  </message>
  <message>
   <source>Kerf</source>
   <translation>Schnittfuge</translation>
  </message>
  <message>
   <source>What the beam takes: lines are moved into the ink by half of it; less than 0 moves them out of it, for letters that are kept</source>
   <translation>Was der Strahl wegnimmt: Linien werden um die Hälfte in den Auftrag gerückt; weniger als 0 rückt sie hinaus, für Buchstaben, die man behält</translation>
  </message>
  <message>
   <source>Fibre beneath</source>
   <translation>Faser darunter</translation>
  </message>
  <message>
   <source>depth of the fibre</source>
   <translation>Tiefe der Faser</translation>
  </message>
  <message>
   <source>How deep beneath a round face the sheet is taken that the wall is rolled from: half the thickness for the neutral fibre, all of it for the inner one</source>
   <translation>Wie tief unter einer runden Fläche das Blech genommen wird, aus dem die Wand gerollt ist: die halbe Dicke für die neutrale Faser, die ganze für die innere</translation>
  </message>
  <message>
   <source>As it is seen from behind, for films</source>
   <translation>Wie von hinten gesehen, für Filme</translation>
  </message>
  <message>
   <source>Registration marks</source>
   <translation>Passmarken</translation>
  </message>
  <message>
   <source>registration marks</source>
   <translation>Passmarken</translation>
  </message>
  <message>
   <source>A circle with a cross at each corner, to lay films on one another</source>
   <translation>Ein Kreis mit Kreuz an jeder Ecke, um Filme aufeinanderzulegen</translation>
  </message>
  <message>
   <source>diameter of the cutter</source>
   <translation>Durchmesser des Fräsers</translation>
  </message>
  <message>
   <source>Of a flat cutter, or of a V where it is widest</source>
   <translation>Eines flachen Fräsers, oder eines V an der breitesten Stelle</translation>
  </message>
  <message>
   <source>V of the cutter</source>
   <translation>V des Fräsers</translation>
  </message>
  <message>
   <source>angle of the cutter's V</source>
   <translation>Winkel des V-Fräsers</translation>
  </message>
  <message>
   <source>The whole angle of a V, which goes as deep as a stroke is wide; 0 for a flat end</source>
   <translation>Der ganze Winkel eines V, das so tief geht, wie ein Strich breit ist; 0 für ein flaches Ende</translation>
  </message>
  <message>
   <source>Depth of a pass</source>
   <translation>Tiefe je Durchgang</translation>
  </message>
  <message>
   <source>depth of a pass</source>
   <translation>Tiefe je Durchgang</translation>
  </message>
  <message>
   <source>How deep the cutter goes at once, at most</source>
   <translation>Wie tief der Fräser höchstens auf einmal geht</translation>
  </message>
  <message>
   <source>Edges alone</source>
   <translation>Nur Kanten</translation>
  </message>
  <message>
   <source>edges alone</source>
   <translation>nur Kanten</translation>
  </message>
  <message>
   <source>A flat cutter runs once round inside the edges, with its radius allowed for, and leaves the middle</source>
   <translation>Ein flacher Fräser läuft einmal innen an den Kanten herum, mit seinem Radius berücksichtigt, und lässt die Mitte stehen</translation>
  </message>
  <message>
   <source>Feed</source>
   <translation>Vorschub</translation>
  </message>
  <message>
   <source>Over the face, mm a minute</source>
   <translation>Über die Fläche, mm je Minute</translation>
  </message>
  <message>
   <source>Feed downwards</source>
   <translation>Vorschub nach unten</translation>
  </message>
  <message>
   <source>feed downwards</source>
   <translation>Vorschub nach unten</translation>
  </message>
  <message>
   <source>Into the face, mm a minute</source>
   <translation>In die Fläche, mm je Minute</translation>
  </message>
  <message>
   <source>Safe height</source>
   <translation>Sichere Höhe</translation>
  </message>
  <message>
   <source>safe height</source>
   <translation>sichere Höhe</translation>
  </message>
  <message>
   <source>Above the face, where the cutter crosses</source>
   <translation>Über der Fläche, wo der Fräser quert</translation>
  </message>
  <message>
   <source>Spindle</source>
   <translation>Spindel</translation>
  </message>
  <message>
   <source>speed of the spindle</source>
   <translation>Drehzahl der Spindel</translation>
  </message>
  <message>
   <source>Turns a minute</source>
   <translation>Umdrehungen je Minute</translation>
  </message>
  <message>
   <source>letter paper</source>
   <translation>Letter-Papier</translation>
  </message>
  <message>
   <source>The proof sheet on Letter instead of A4</source>
   <translation>Das Freigabeblatt auf Letter statt A4</translation>
  </message>
  <message>
   <source>Language of the sheet</source>
   <translation>Sprache des Blatts</translation>
  </message>
  <message>
   <source>language of the sheet</source>
   <translation>Sprache des Blatts</translation>
  </message>
  <message>
   <source>What the proof sheet is written in</source>
   <translation>Worin das Freigabeblatt geschrieben ist</translation>
  </message>
  <message>
   <source>give a %1, not “%2”</source>
   <translation>geben Sie %1 an, nicht „%2“</translation>
  </message>
  <message>
   <source>the %1 must lie between %2%3 and %4%5</source>
   <translation>%1 muss zwischen %2%3 und %4%5 liegen</translation>
  </message>
  <message>
   <source>exact solid for machining, with names and cap colours</source>
   <translation>exakter Körper zum Fertigen, mit Namen und Deckfarben</translation>
  </message>
  <message>
   <source>triangles for printing, in mm</source>
   <translation>Dreiecke zum Drucken, in mm</translation>
  </message>
  <message>
   <source>triangles for printing, with bodies and colours, in mm</source>
   <translation>Dreiecke zum Drucken, mit Körpern und Farben, in mm</translation>
  </message>
  <message>
   <source>the coloured part for looking at and for the web</source>
   <translation>das farbige Teil zum Ansehen und fürs Netz</translation>
  </message>
  <message>
   <source>the flat artwork for laser, silkscreen or foil, in mm</source>
   <translation>das flache Motiv für Laser, Siebdruck oder Folie, in mm</translation>
  </message>
  <message>
   <source>the flat artwork as vectors at true size, in mm</source>
   <translation>das flache Motiv als Vektoren in wahrer Größe, in mm</translation>
  </message>
  <message>
   <source>views, sheets, sections and findings on paper, to sign</source>
   <translation>Ansichten, Abwicklungen, Schnitte und Befunde auf Papier, zum Unterschreiben</translation>
  </message>
  <message>
   <source>engraving of flat, cylindrical and conical faces, in mm</source>
   <translation>Gravur ebener, zylindrischer und kegeliger Flächen, in mm</translation>
  </message>
  <message>
   <source>%1: “%2” is neither yes nor no</source>
   <translation>%1: „%2“ ist weder ja noch nein</translation>
  </message>
  <message>
   <source>%1: “%2” is not one of %3</source>
   <translation>%1: „%2“ ist keines von %3</translation>
  </message>
  <message>
   <source>the %1: “%2” is no %3: %4</source>
   <translation>%1: „%2“ ist kein %3: %4</translation>
  </message>
  <message>
   <source>the chord tolerance must be more than 0 mm</source>
   <translation>die Sehnentoleranz muss größer als 0 mm sein</translation>
  </message>
  <message>
   <source>Section through “%1”</source>
   <translation>Schnitt durch „%1“</translation>
  </message>
  <message>
   <source>%1 mm left behind</source>
   <translation>%1 mm bleiben dahinter</translation>
  </message>
  <message>
   <source>Released</source>
   <translation>Freigegeben</translation>
  </message>
  <message>
   <source>To be changed</source>
   <translation>Zu ändern</translation>
  </message>
  <message>
   <source>Name, date, signature</source>
   <translation>Name, Datum, Unterschrift</translation>
  </message>
  <message>
   <source>%1 raised</source>
   <translation>%1 erhaben</translation>
  </message>
  <message>
   <source>%1 deep</source>
   <translation>%1 tief</translation>
  </message>
  <message>
   <source>%1 left</source>
   <translation>%1 bleiben</translation>
  </message>
  <message>
   <source>laid flat</source>
   <translation>abgewickelt</translation>
  </message>
  <message>
   <source>Sections, square to the face</source>
   <translation>Schnitte, senkrecht zur Fläche</translation>
  </message>
  <message>
   <source>Sections, square to the face, of the first %1 of %2 stamps</source>
   <translation>Schnitte, senkrecht zur Fläche, der ersten %1 von %2 Prägungen</translation>
  </message>
  <message>
   <source>Artwork, font</source>
   <translation>Motiv, Schrift</translation>
  </message>
  <message>
   <source>Face, place</source>
   <translation>Fläche, Ort</translation>
  </message>
  <message>
   <source>Area mm²</source>
   <translation>Fläche mm²</translation>
  </message>
  <message>
   <source>Volume mm³</source>
   <translation>Volumen mm³</translation>
  </message>
  <message>
   <source>Wall left mm</source>
   <translation>Wand übrig mm</translation>
  </message>
  <message>
   <source>Licence, as the font says</source>
   <translation>Lizenz, wie die Schrift sagt</translation>
  </message>
  <message>
   <source>Its maker says</source>
   <translation>Ihr Hersteller sagt</translation>
  </message>
  <message>
   <source>there is nothing to tell on a proof sheet</source>
   <translation>für ein Freigabeblatt gibt es nichts zu sagen</translation>
  </message>
  <message>
   <source>The solid is closed and valid</source>
   <translation>Der Körper ist geschlossen und gültig</translation>
  </message>
  <message>
   <source>The solid is NOT VALID</source>
   <translation>Der Körper ist NICHT GÜLTIG</translation>
  </message>
  <message>
   <source>All lengths in mm, angles in degrees.</source>
   <translation>Alle Längen in mm, Winkel in Grad.</translation>
  </message>
  <message>
   <source>without its stamps</source>
   <translation>ohne Prägungen</translation>
  </message>
  <message>
   <source>page %1 of %2</source>
   <translation>Seite %1 von %2</translation>
  </message>
  <message>
   <source>Stamps</source>
   <translation>Prägungen</translation>
  </message>
  <message>
   <source>turned %1°</source>
   <translation>gedreht um %1°</translation>
  </message>
  <message>
   <source>by general boolean</source>
   <translation>durch allgemeine Verknüpfung</translation>
  </message>
  <message>
   <source>Revision</source>
   <translation>Revision</translation>
  </message>
  <message>
   <source>draft %1°</source>
   <translation>Schräge %1°</translation>
  </message>
  <message>
   <source>Held against the limits of</source>
   <translation>Geprüft an den Grenzen von</translation>
  </message>
  <message>
   <source>the part</source>
   <translation>das Teil</translation>
  </message>
  <message>
   <source>it does not say</source>
   <translation>es sagt nichts dazu</translation>
  </message>
  <message>
   <source>Fonts</source>
   <translation>Schriften</translation>
  </message>
  <message>
   <source>Front</source>
   <translation>Vorn</translation>
  </message>
  <message>
   <source>Aslant</source>
   <translation>Schräg</translation>
  </message>
  <message>
   <source>no stamp makes pieces of its own: an inlay or loose letters would</source>
   <translation>keine Prägung macht eigene Stücke: eine Einlage oder lose Buchstaben täten das</translation>
  </message>
  <message>
   <source>“%1” is not rolled: only a cylinder or a cone has other fibres</source>
   <translation>„%1“ ist nicht gerollt: nur ein Zylinder oder Kegel hat andere Fasern</translation>
  </message>
  <message>
   <source>%1 mm beneath “%2” there is nothing left of the wall</source>
   <translation>%1 mm unter „%2“ ist von der Wand nichts mehr übrig</translation>
  </message>
  <message>
   <source>the part would not read back whole from its STEP file: move what was built by a general boolean a little, or change it</source>
   <translation>das Teil ließe sich aus seiner STEP-Datei nicht ganz zurücklesen: verschieben oder ändern Sie ein wenig, was durch allgemeine Verknüpfung gebaut wurde</translation>
  </message>
  <message>
   <source>the part could not be put into STEP</source>
   <translation>das Teil ließ sich nicht in STEP bringen</translation>
  </message>
  <message>
   <source>%1 cannot be written</source>
   <translation>%1 lässt sich nicht schreiben</translation>
  </message>
  <message>
   <source>the part could not be put into 3MF: %1</source>
   <translation>das Teil ließ sich nicht in 3MF bringen: %1</translation>
  </message>
  <message>
   <source>mark %1</source>
   <translation>Prägung %1</translation>
  </message>
  <message>
   <source>a casting does not shrink by %1 %: give %2 to %3</source>
   <translation>ein Guss schwindet nicht um %1 %: geben Sie %2 bis %3 an</translation>
  </message>
  <message>
   <source>letters lean by at most %1°, not %2°</source>
   <translation>Buchstaben neigen sich höchstens %1°, nicht %2°</translation>
  </message>
  <message>
   <source>the threshold is a part of white, between 0 and 1</source>
   <translation>die Schwelle ist ein Teil von Weiß, zwischen 0 und 1</translation>
  </message>
  <message>
   <source>%1 sides cannot be drawn: give a whole number from 3 to 60</source>
   <translation>%1 Seiten lassen sich nicht zeichnen: geben Sie eine ganze Zahl von 3 bis 60 an</translation>
  </message>
  <message>
   <source>%1 every %2 marks: give a whole number from %3</source>
   <translation>%1 alle %2 Striche: geben Sie eine ganze Zahl ab %3 an</translation>
  </message>
  <message>
   <source>the logo “%1” is not within the job</source>
   <translation>das Logo „%1“ ist nicht im Auftrag</translation>
  </message>
  <message>
   <source>no logo has been taken in yet: choose a file</source>
   <translation>noch wurde kein Logo aufgenommen: wählen Sie eine Datei</translation>
  </message>
  <message>
   <source>long marks</source>
   <translation>lange Striche</translation>
  </message>
  <message>
   <source>a ball of %1 mm is too small: give 0.2 mm or more</source>
   <translation>eine Kugel von %1 mm ist zu klein: geben Sie 0.2 mm oder mehr an</translation>
  </message>
  <message>
   <source>a ball of %1 mm leaves next to nothing at %2 mm: go deeper, or take a smaller one</source>
   <translation>eine Kugel von %1 mm hinterlässt bei %2 mm fast nichts: gehen Sie tiefer, oder nehmen Sie eine kleinere</translation>
  </message>
  <message>
   <source>the tip of a tool is never quite sharp: give %1 mm or more</source>
   <translation>die Spitze eines Werkzeugs ist nie ganz scharf: geben Sie %1 mm oder mehr an</translation>
  </message>
  <message>
   <source>the picture of %1 × %2 pixels lies over %3 × %4 mm, in %5 × %6 places %7 mm apart: depths from %8 to %9 mm</source>
   <translation>das Bild aus %1 × %2 Bildpunkten liegt über %3 × %4 mm, in %5 × %6 Stellen im Abstand von %7 mm: Tiefen von %8 bis %9 mm</translation>
  </message>
  <message>
   <source>caps follow a picture where the artwork lies on one face</source>
   <translation>Deckflächen folgen einem Bild, wo das Motiv auf einer Fläche liegt</translation>
  </message>
  <message>
   <source>the picture's detail is %1 mm: %2 mm or more</source>
   <translation>die Feinheit des Bildes ist %1 mm: %2 mm oder mehr</translation>
  </message>
  <message>
   <source>caps from a picture are %1 mm off their face at least</source>
   <translation>Deckflächen nach einem Bild liegen mindestens %1 mm von ihrer Fläche entfernt</translation>
  </message>
  <message>
   <source>there is no artwork that a picture could lie over</source>
   <translation>es gibt kein Motiv, über dem ein Bild liegen könnte</translation>
  </message>
  <message>
   <source>a detail of %1 mm gives %2 × %3 places of the picture: %4 mm is the finest that this size can have</source>
   <translation>eine Feinheit von %1 mm ergibt %2 × %3 Stellen des Bildes: %4 mm ist das Feinste, das diese Größe haben kann</translation>
  </message>
  <message>
   <source>%1 times cannot be made: give a whole number up to %2</source>
   <translation>%1-mal geht nicht: geben Sie eine ganze Zahl bis %2 an</translation>
  </message>
  <message>
   <source>a direction of three zeros leads nowhere</source>
   <translation>eine Richtung aus drei Nullen führt nirgendwohin</translation>
  </message>
  <message>
   <source>copies along a guide need a guide: choose one</source>
   <translation>Kopien entlang einer Leitlinie brauchen eine Leitlinie: wählen Sie eine</translation>
  </message>
  <message>
   <source>caps that follow “%1” would lie %2 to %3 mm over their own face</source>
   <translation>Deckflächen, die „%1“ folgen, lägen %2 bis %3 mm über ihrer eigenen Fläche</translation>
  </message>
  <message>
   <source>there is no face “%1” that caps could follow: choose one</source>
   <translation>es gibt keine Fläche „%1“, der Deckflächen folgen könnten: wählen Sie eine</translation>
  </message>
  <message>
   <source>caps follow another face where the artwork lies on one face</source>
   <translation>Deckflächen folgen einer anderen Fläche, wo das Motiv auf einer Fläche liegt</translation>
  </message>
  <message>
   <source>“%1” does not lie over the artwork: its caps cannot follow it</source>
   <translation>„%1“ liegt nicht über dem Motiv: dessen Deckflächen können ihr nicht folgen</translation>
  </message>
  <message>
   <source>%1: raised ones have to lie over all of it; engrave them, or change the distance</source>
   <translation>%1: erhabene müssen überall darüber liegen; wählen Sie Gravieren, oder ändern Sie den Abstand</translation>
  </message>
  <message>
   <source>%1: sunk ones have to lie under all of it; emboss them, or change the distance</source>
   <translation>%1: vertiefte müssen überall darunter liegen; wählen Sie Erhaben, oder ändern Sie den Abstand</translation>
  </message>
  <message>
   <source>a band follows the edges of its face: it has no guide, copies nor projection, and stays on that face</source>
   <translation>ein Band folgt den Kanten seiner Fläche: es hat weder Leitlinie noch Kopien noch Projektion und bleibt auf dieser Fläche</translation>
  </message>
  <message>
   <source>a field that goes as far as the edges is wrapped on one face</source>
   <translation>ein Feld bis an die Kanten ist auf einer Fläche herumgelegt</translation>
  </message>
  <message>
   <source>the artwork comes nearer than %1 mm to an edge of the face, at %2, %3 mm on the sheet: the field would end within it</source>
   <translation>das Motiv kommt bei %2, %3 mm der Abwicklung näher als %1 mm an eine Kante der Fläche: das Feld würde darin enden</translation>
  </message>
  <message>
   <source>there is no face “%1” that can be laid out</source>
   <translation>es gibt keine Fläche „%1“, die sich auslegen lässt</translation>
  </message>
  <message>
   <source>in a mould caps follow their own face</source>
   <translation>in einer Form folgen Deckflächen ihrer eigenen Fläche</translation>
  </message>
  <message>
   <source>the face that caps follow is not chosen yet</source>
   <translation>die Fläche, der Deckflächen folgen, ist noch nicht gewählt</translation>
  </message>
  <message>
   <source>the picture that caps follow is not chosen yet</source>
   <translation>das Bild, dem Deckflächen folgen, ist noch nicht gewählt</translation>
  </message>
  <message>
   <source>the picture “%1” is not within the job</source>
   <translation>das Bild „%1“ liegt nicht im Auftrag</translation>
  </message>
  <message>
   <source>the stamp “%1” that it is measured from is not there any more</source>
   <translation>die Prägung „%1“, von der sie gemessen ist, ist nicht mehr da</translation>
  </message>
  <message>
   <source>“%1”, which it is measured from, lies on another face</source>
   <translation>„%1“, von der sie gemessen ist, liegt auf einer anderen Fläche</translation>
  </message>
  <message>
   <source>it is measured from “%1”, and that from it: this goes in a circle</source>
   <translation>sie ist von „%1“ gemessen, und diese von ihr: das geht im Kreis</translation>
  </message>
  <message>
   <source>“%1”, which it is measured from, has a field to fix</source>
   <translation>„%1“, von der sie gemessen ist, hat ein Feld zu beheben</translation>
  </message>
  <message>
   <source>“%1”, which it is measured from, has no ink</source>
   <translation>„%1“, von der sie gemessen ist, hat keinen Auftrag</translation>
  </message>
  <message>
   <source>only a turned face, a ball or a dome is laid out as a patch</source>
   <translation>nur eine gedrehte Fläche, eine Kugel oder Kuppel wird als Flicken ausgelegt</translation>
  </message>
  <message>
   <source>the cast does not come out of the part again</source>
   <translation>die Projektion tritt nicht wieder aus dem Teil aus</translation>
  </message>
  <message>
   <source>lengths are true along a rim or at a height on a turned face alone</source>
   <translation>Längen sind nur auf einer gedrehten Fläche entlang eines Randes oder in einer Höhe wahr</translation>
  </message>
  <message>
   <source>the height where lengths are to be true, %1 mm, is not on the face, which is %2 mm high along itself</source>
   <translation>die Höhe, in der Längen wahr sein sollen, %1 mm, ist nicht auf der Fläche, die entlang ihrer selbst %2 mm hoch ist</translation>
  </message>
  <message>
   <source>lengths cannot be true round a point: choose another height</source>
   <translation>um einen Punkt können Längen nicht wahr sein: wählen Sie eine andere Höhe</translation>
  </message>
  <message>
   <source>the path comes back to the face, or goes into it</source>
   <translation>der Weg kommt zur Fläche zurück oder führt in sie hinein</translation>
  </message>
  <message>
   <source>the path brings the letters back to where they have been</source>
   <translation>der Weg bringt die Buchstaben dorthin zurück, wo sie schon waren</translation>
  </message>
  <message>
   <source>the path of letters is drawn of lines and arcs</source>
   <translation>der Weg von Buchstaben wird aus Linien und Bögen gezeichnet</translation>
  </message>
  <message>
   <source>round the arc that begins %1 mm ahead and %2 mm off the face the letters would turn about a line that they lie on: give it a larger radius, or let it bend the other way</source>
   <translation>um den Bogen, der %1 mm weiter vorn und %2 mm über der Fläche beginnt, würden sich die Buchstaben um eine Linie drehen, auf der sie liegen: geben Sie ihm einen größeren Radius, oder lassen Sie ihn zur anderen Seite biegen</translation>
  </message>
  <message>
   <source>the line that begins %1 mm ahead and %2 mm off the face goes along the letters, not off them: they would have no thickness</source>
   <translation>die Linie, die %1 mm weiter vorn und %2 mm über der Fläche beginnt, führt entlang der Buchstaben, nicht von ihnen weg: sie hätten keine Dicke</translation>
  </message>
  <message>
   <source>the path of the letters: %1</source>
   <translation>der Weg der Buchstaben: %1</translation>
  </message>
  <message>
   <source>%1; accepted by %2: %3</source>
   <translation>%1; hingenommen von %2: %3</translation>
  </message>
  <message>
   <source>%1; %2 accepted it%3, it is worse now</source>
   <translation>%1; %2 hat es hingenommen%3, es ist jetzt schlechter</translation>
  </message>
  <message>
   <source>at %1 %2</source>
   <translation>bei %1 %2</translation>
  </message>
  <message>
   <source>there are two checks called “%1”</source>
   <translation>es gibt zwei Prüfungen „%1“</translation>
  </message>
  <message>
   <source>A character that the font lacks</source>
   <translation>Ein Buchstabe, der der Schrift fehlt</translation>
  </message>
  <message>
   <source>Letters that touch though their font sets them apart, as by spacing or on a tight bend</source>
   <translation>Buchstaben, die sich berühren, obwohl die Schrift sie trennt, etwa durch Laufweite oder in einer engen Biegung</translation>
  </message>
  <message>
   <source>A form of letters that was chosen and that the font does not have for them</source>
   <translation>Eine gewählte Buchstabenform, die die Schrift nicht hat</translation>
  </message>
  <message>
   <source>A font that is kept within the job though its maker speaks against it</source>
   <translation>Eine im Auftrag aufbewahrte Schrift, gegen die ihr Hersteller spricht</translation>
  </message>
  <message>
   <source>What was left out of a logo's file</source>
   <translation>Was aus der Datei eines Logos weggelassen wurde</translation>
  </message>
  <message>
   <source>Ends of lines that meet no other</source>
   <translation>Linienenden, die kein anderes treffen</translation>
  </message>
  <message>
   <source>Outlines of a drawing that cross themselves</source>
   <translation>Umrisse einer Zeichnung, die sich selbst kreuzen</translation>
  </message>
  <message>
   <source>How much letters stretch on a face that cannot be laid out without it</source>
   <translation>Wie sehr sich Buchstaben auf einer Fläche dehnen, die sich nicht ohne Dehnung auslegen lässt</translation>
  </message>
  <message>
   <source>Least and greatest depth where walls are not all as long</source>
   <translation>Kleinste und größte Tiefe, wo nicht alle Flanken gleich lang sind</translation>
  </message>
  <message>
   <source>How finely a picture that caps follow is resolved, and what depths come of it</source>
   <translation>Wie fein ein Bild aufgelöst ist, dem Deckflächen folgen, und welche Tiefen daraus werden</translation>
  </message>
  <message>
   <source>Ink that is carved to its middle, less deep than asked</source>
   <translation>Bis zur Mitte Gestochenes, das weniger tief ist als verlangt</translation>
  </message>
  <message>
   <source>Walls of ink carved on a bent face that differ from its V, as the face bends</source>
   <translation>Wände von Auftrag, der auf einer gebogenen Fläche gestochen ist, die von seinem V abweichen, da sich die Fläche biegt</translation>
  </message>
  <message>
   <source>Walls that are not square to their face where two faces meet at an angle</source>
   <translation>Flanken, die nicht senkrecht zur Fläche stehen, wo zwei Flächen sich im Winkel treffen</translation>
  </message>
  <message>
   <source>Walls of two faces that do not quite meet where they run askew over a joint</source>
   <translation>Flanken zweier Flächen, die nicht ganz zusammentreffen, wo sie schräg über eine Kante laufen</translation>
  </message>
  <message>
   <source>Artwork longer than its guide is laid out whole, and told by how much</source>
   <translation>Ein Motiv, das länger als seine Leitlinie ist, wird ganz gelegt, und es wird gesagt, um wie viel</translation>
  </message>
  <message>
   <source>Artwork that is longer than its way round the face</source>
   <translation>Ein Motiv, das länger ist als sein Weg um die Fläche</translation>
  </message>
  <message>
   <source>What a cast does not reach</source>
   <translation>Was eine Projektion nicht erreicht</translation>
  </message>
  <message>
   <source>Ink over a hole of the face, or past an edge that is not straight</source>
   <translation>Auftrag über einem Loch der Fläche oder jenseits einer Kante, die nicht gerade ist</translation>
  </message>
  <message>
   <source>Ink that reaches an edge of the face, or past it</source>
   <translation>Auftrag, der eine Kante der Fläche erreicht oder überragt</translation>
  </message>
  <message>
   <source>Ink that comes near an edge of the face</source>
   <translation>Auftrag, der einer Kante der Fläche nahe kommt</translation>
  </message>
  <message>
   <source>Ink that touches another stamp's</source>
   <translation>Auftrag, der den einer anderen Prägung berührt</translation>
  </message>
  <message>
   <source>An engraving as deep as the wall behind it</source>
   <translation>Eine Gravur so tief wie die Wand dahinter</translation>
  </message>
  <message>
   <source>Little material left behind an engraving</source>
   <translation>Wenig Material hinter einer Gravur</translation>
  </message>
  <message>
   <source>Little material between an engraving's floor and another face, in any direction</source>
   <translation>Wenig Material zwischen dem Boden einer Gravur und einer anderen Fläche, in irgendeiner Richtung</translation>
  </message>
  <message>
   <source>Middles of letters that fall out of a through-cut</source>
   <translation>Mitten von Buchstaben, die aus einem Durchschnitt fallen</translation>
  </message>
  <message>
   <source>A stencil that leaves a floor somewhere, where the part is thicker than between</source>
   <translation>Eine Schablone, die irgendwo einen Boden lässt, wo das Teil dicker ist als dazwischen</translation>
  </message>
  <message>
   <source>A stencil with no material behind it that could be measured</source>
   <translation>Eine Schablone ohne messbares Material dahinter</translation>
  </message>
  <message>
   <source>Loose letters too narrow for their pins, and holes for pins that leave little wall</source>
   <translation>Lose Buchstaben, die zu schmal für ihre Stifte sind, und Löcher für Stifte, die wenig Wand lassen</translation>
  </message>
  <message>
   <source>left edge</source>
   <translation>linke Kante</translation>
  </message>
  <message>
   <source>right edge</source>
   <translation>rechte Kante</translation>
  </message>
  <message>
   <source>lower edge</source>
   <translation>untere Kante</translation>
  </message>
  <message>
   <source>upper edge</source>
   <translation>obere Kante</translation>
  </message>
  <message>
   <source>Wall left</source>
   <translation>Restwand</translation>
  </message>
  <message>
   <source>To the edge</source>
   <translation>Zur Kante</translation>
  </message>
  <message>
   <source>missing letter</source>
   <translation>fehlender Buchstabe</translation>
  </message>
  <message>
   <source>artwork</source>
   <translation>Motiv</translation>
  </message>
  <message>
   <source>letters run together</source>
   <translation>Buchstaben laufen zusammen</translation>
  </message>
  <message>
   <source>placed</source>
   <translation>gelegt</translation>
  </message>
  <message>
   <source>letter form</source>
   <translation>Buchstabenform</translation>
  </message>
  <message>
   <source>font's licence</source>
   <translation>Lizenz der Schrift</translation>
  </message>
  <message>
   <source>logo</source>
   <translation>Logo</translation>
  </message>
  <message>
   <source>open end</source>
   <translation>offenes Ende</translation>
  </message>
  <message>
   <source>crossing</source>
   <translation>Kreuzung</translation>
  </message>
  <message>
   <source>letters are %1 wide and %2 tall on the face</source>
   <translation>die Buchstaben sind auf der Fläche %1 breit und %2 hoch</translation>
  </message>
  <message>
   <source>stretch</source>
   <translation>Dehnung</translation>
  </message>
  <message>
   <source>fitted</source>
   <translation>eingepasst</translation>
  </message>
  <message>
   <source>depth varies</source>
   <translation>Tiefe schwankt</translation>
  </message>
  <message>
   <source>made</source>
   <translation>gemacht</translation>
  </message>
  <message>
   <source>picture</source>
   <translation>Bild</translation>
  </message>
  <message>
   <source>closes at</source>
   <translation>schließt bei</translation>
  </message>
  <message>
   <source>flank angle</source>
   <translation>Flankenwinkel</translation>
  </message>
  <message>
   <source>walls lean</source>
   <translation>Flanken neigen sich</translation>
  </message>
  <message>
   <source>walls set off</source>
   <translation>Flanken versetzt</translation>
  </message>
  <message>
   <source>longer than its guide</source>
   <translation>länger als die Leitlinie</translation>
  </message>
  <message>
   <source>longer than the girth</source>
   <translation>länger als der Umfang</translation>
  </message>
  <message>
   <source>misses the face</source>
   <translation>verfehlt die Fläche</translation>
  </message>
  <message>
   <source>off the face</source>
   <translation>neben der Fläche</translation>
  </message>
  <message>
   <source>reaches %1 mm over the %2</source>
   <translation>reicht %1 mm über %2</translation>
  </message>
  <message>
   <source>over the edge</source>
   <translation>über die Kante</translation>
  </message>
  <message>
   <source>near the edge</source>
   <translation>nahe der Kante</translation>
  </message>
  <message>
   <source>touches another stamp</source>
   <translation>berührt eine andere Prägung</translation>
  </message>
  <message>
   <source>measured</source>
   <translation>gemessen</translation>
  </message>
  <message>
   <source>wall beside</source>
   <translation>Wand daneben</translation>
  </message>
  <message>
   <source>finished</source>
   <translation>fertig</translation>
  </message>
  <message>
   <source>%1 out, the largest of %2 mm³</source>
   <translation>%1 heraus, das größte mit %2 mm³</translation>
  </message>
  <message>
   <source>loose piece</source>
   <translation>loses Stück</translation>
  </message>
  <message>
   <source>not through</source>
   <translation>nicht durch</translation>
  </message>
  <message>
   <source>nothing to cut through</source>
   <translation>nichts durchzuschneiden</translation>
  </message>
  <message>
   <source>pins</source>
   <translation>Stifte</translation>
  </message>
  <message>
   <source>a thinner wall dents or breaks</source>
   <translation>eine dünnere Wand beult oder bricht</translation>
  </message>
  <message>
   <source>nearer to an edge, walls break out</source>
   <translation>näher an einer Kante brechen Wände aus</translation>
  </message>
  <message>
   <source>letters run together at %1 %2: %3</source>
   <translation>Buchstaben laufen an %1 %2 zusammen: %3</translation>
  </message>
  <message>
   <source>%1 ends of lines meet no other: the first at %2, %3 mm</source>
   <translation>%1 Linienenden treffen kein anderes: das erste bei %2, %3 mm</translation>
  </message>
  <message>
   <source>outlines cross themselves in %1 places, the first at %2, %3 mm</source>
   <translation>Umrisse kreuzen sich an %1 Stellen selbst, die erste bei %2, %3 mm</translation>
  </message>
  <message>
   <source>, and lean by up to %1°</source>
   <translation>und neigen sich um bis zu %1°</translation>
  </message>
  <message>
   <source>the depth runs from %1 to %2 mm along the walls</source>
   <translation>die Tiefe läuft entlang der Flanken von %1 bis %2 mm</translation>
  </message>
  <message>
   <source>its walls meet %1 mm from the face, before the %2 mm asked</source>
   <translation>seine Wände treffen sich %1 mm von der Fläche, vor den verlangten %2 mm</translation>
  </message>
  <message>
   <source>within a millimetre of where faces meet its walls lean by up to %1°</source>
   <translation>innerhalb eines Millimeters von der Stelle, wo Flächen sich treffen, neigen sich die Flanken um bis zu %1°</translation>
  </message>
  <message>
   <source>where it runs askew over an edge its walls are set off by up to %1 mm</source>
   <translation>wo es schräg über eine Kante läuft, sind seine Flanken um bis zu %1 mm gegeneinander versetzt</translation>
  </message>
  <message>
   <source>%1 mm² of the artwork miss the face: what the cast does not reach is left out</source>
   <translation>%1 mm² des Motivs verfehlen die Fläche: was die Projektion nicht erreicht, entfällt</translation>
  </message>
  <message>
   <source>%1 mm² of it lie over a hole or past the edge</source>
   <translation>%1 mm² davon liegen über einem Loch oder jenseits der Kante</translation>
  </message>
  <message>
   <source>touches the edge of the face</source>
   <translation>berührt die Kante der Fläche</translation>
  </message>
  <message>
   <source>only %1 mm to the edge of the face, limit %2 mm</source>
   <translation>nur %1 mm bis zur Kante der Fläche, Grenze %2 mm</translation>
  </message>
  <message>
   <source>the ink touches that of “%1”; to lie on that one, its face is to be “%2”</source>
   <translation>der Auftrag berührt den von „%1“; um auf diesem zu liegen, muss die Fläche „%2“ sein</translation>
  </message>
  <message>
   <source>the depth of %1 mm is not less than the wall, %2 mm thick here: the letters are cut through</source>
   <translation>die Tiefe von %1 mm ist nicht kleiner als die Wand, die hier %2 mm dick ist: die Buchstaben gehen durch</translation>
  </message>
  <message>
   <source>wall left %1 mm, limit %2 mm</source>
   <translation>Restwand %1 mm, Grenze %2 mm</translation>
  </message>
  <message>
   <source>%1 mm from its floor to “%2”, limit %3 mm; square to the face %4 mm are left</source>
   <translation>%1 mm vom Boden zu „%2“, Grenze %3 mm; senkrecht zur Fläche bleiben %4 mm</translation>
  </message>
  <message>
   <source>a piece falls</source>
   <translation>ein Stück fällt</translation>
  </message>
  <message>
   <source>%1 pieces fall</source>
   <translation>%1 Stücke fallen</translation>
  </message>
  <message>
   <source>: a stencil font, or bridges, hold such middles</source>
   <translation>: eine Schablonenschrift oder Stege halten solche Mitten</translation>
  </message>
  <message>
   <source>it is not cut through everywhere: somewhere the part is thicker than was measured</source>
   <translation>es geht nicht überall durch: irgendwo ist das Teil dicker als gemessen</translation>
  </message>
  <message>
   <source>there is no material behind it that it could cut through</source>
   <translation>dahinter ist kein Material, das es durchschneiden könnte</translation>
  </message>
  <message>
   <source>there is no braille letter by letter for “%1”: it is left out</source>
   <translation>für „%1“ gibt es kein Braille Buchstabe für Buchstabe: es entfällt</translation>
  </message>
  <message>
   <source>%1 is kept within the job: %2</source>
   <translation>%1 bleibt im Auftrag aufbewahrt: %2</translation>
  </message>
  <message>
   <source>as the face bends, its walls are up to %1° flatter at the face than a V of %2° leaves them in a flat one</source>
   <translation>da sich die Fläche biegt, sind seine Flanken an der Fläche bis zu %1° flacher, als ein V von %2° sie in einer ebenen lässt</translation>
  </message>
  <message>
   <source>as the face bends, its walls are up to %1° steeper at the face than a V of %2° leaves them in a flat one</source>
   <translation>da sich die Fläche biegt, sind seine Flanken an der Fläche bis zu %1° steiler, als ein V von %2° sie in einer ebenen lässt</translation>
  </message>
  <message>
   <source>the artwork %1</source>
   <translation>das Motiv %1</translation>
  </message>
  <message>
   <source>: it hangs on nothing</source>
   <translation>: es hängt an nichts</translation>
  </message>
  <message>
   <source>the holes for pins leave a wall of %1 mm</source>
   <translation>die Löcher für Stifte lassen eine Wand von %1 mm</translation>
  </message>
  <message>
   <source>the holes for pins go through the wall</source>
   <translation>die Löcher für Stifte gehen durch die Wand</translation>
  </message>
  <message>
   <source>%1 has no “%2” (U+%3): an empty box stands in for it</source>
   <translation>%1 hat kein „%2“ (U+%3): ein leerer Kasten steht dafür</translation>
  </message>
  <message>
   <source>letter spacing</source>
   <translation>Laufweite</translation>
  </message>
  <message>
   <source>the font has no “%1” for “%2”</source>
   <translation>die Schrift hat kein „%1“ für „%2“</translation>
  </message>
  <message>
   <source>the artwork is %1 mm longer than its guide on one side</source>
   <translation>das Motiv ist auf einer Seite %1 mm länger als seine Leitlinie</translation>
  </message>
  <message>
   <source>the artwork is %1 mm long, the girth %2 mm: %3 mm too long</source>
   <translation>das Motiv ist %1 mm lang, der Umfang %2 mm: %3 mm zu lang</translation>
  </message>
  <message>
   <source>cut through with bridges</source>
   <translation>durchgeschnitten mit Stegen</translation>
  </message>
  <message>
   <source>%1 of %2 pieces are too narrow for pins of %3 mm and have none</source>
   <translation>%1 von %2 Stücken sind zu schmal für Stifte von %3 mm und haben keine</translation>
  </message>
  <message>
   <source>times</source>
   <translation>mal</translation>
  </message>
  <message>
   <source>Ink nearer to the edges of its face than its setting lets it come</source>
   <translation>Auftrag, der den Kanten seiner Fläche näher kommt, als seine Lage es erlaubt</translation>
  </message>
  <message>
   <source>Raised relief whose cap comes past the edge of its face, since its walls run aslant</source>
   <translation>Erhabenes Relief, dessen Deckfläche über den Rand seiner Fläche hinausragt, weil seine Wände schräg verlaufen</translation>
  </message>
  <message>
   <source>Relief that breaks through a face that it does not lie on, or grows into one</source>
   <translation>Prägung, die durch eine Fläche bricht, auf der sie nicht liegt, oder in eine hineinwächst</translation>
  </message>
  <message>
   <source>it comes to %1 mm from an edge of the face, and is to keep off by %2 mm</source>
   <translation>es kommt bis auf %1 mm an eine Kante der Fläche und soll %2 mm Abstand halten</translation>
  </message>
  <message>
   <source>over the keep-off line</source>
   <translation>über der Abstandslinie</translation>
  </message>
  <message>
   <source>cap past the edge</source>
   <translation>Deckfläche über dem Rand</translation>
  </message>
  <message>
   <source>comes to another face</source>
   <translation>trifft auf eine andere Fläche</translation>
  </message>
  <message>
   <source>its cap comes %1 mm past the edge of the face: its walls run aslant</source>
   <translation>die Deckfläche ragt %1 mm über den Rand der Fläche hinaus: die Wände verlaufen schräg</translation>
  </message>
  <message>
   <source>it grows into “%1” and is one with it: make it lower, or move it</source>
   <translation>es wächst in „%1“ hinein und ist mit ihr verbunden: machen Sie es niedriger, oder verschieben Sie es</translation>
  </message>
  <message>
   <source>it breaks through “%1”: make it less deep, or move it</source>
   <translation>es bricht durch „%1“: machen Sie es weniger tief, oder verschieben Sie es</translation>
  </message>
  <message>
   <source>%1 %2 mm wide, %3 mm a minute</source>
   <translation>%1, %2 mm breit, %3 mm je Minute</translation>
  </message>
  <message>
   <source>%1 mm deep a pass</source>
   <translation>%1 mm tief je Durchgang</translation>
  </message>
  <message>
   <source>half its width from line to line</source>
   <translation>die halbe Breite von Linie zu Linie</translation>
  </message>
  <message>
   <source>3 s a plunge</source>
   <translation>3 s je Eintauchen</translation>
  </message>
  <message>
   <source>one blow, the die made before</source>
   <translation>ein Schlag, das Werkzeug vorher gemacht</translation>
  </message>
  <message>
   <source>comes with the casting; the pattern bears the mark</source>
   <translation>kommt mit dem Guss; das Modell trägt die Prägung</translation>
  </message>
  <message>
   <source>comes with the casting; the die bears the mark</source>
   <translation>kommt mit dem Guss; die Form trägt die Prägung</translation>
  </message>
  <message>
   <source>comes with the part; the mould bears the mark</source>
   <translation>kommt mit dem Teil; die Form trägt die Prägung</translation>
  </message>
  <message>
   <source>one stroke, the screen made before</source>
   <translation>ein Hub, das Sieb vorher gemacht</translation>
  </message>
  <message>
   <source>an hour costs %1</source>
   <translation>eine Stunde kostet %1</translation>
  </message>
  <message>
   <source>%1 mm in %2 passes</source>
   <translation>%1 mm in %2 Durchgängen</translation>
  </message>
  <message>
   <source>clearing within</source>
   <translation>innen ausräumen</translation>
  </message>
  <message>
   <source>setting up</source>
   <translation>Einrichten</translation>
  </message>
  <message>
   <source>%1 mm in %2 layers</source>
   <translation>%1 mm in %2 Lagen</translation>
  </message>
  <message>
   <source>spot %1 mm, lines half of that apart</source>
   <translation>Fleck %1 mm, Linien in halbem Abstand</translation>
  </message>
  <message>
   <source>%1 mm a second</source>
   <translation>%1 mm je Sekunde</translation>
  </message>
  <message>
   <source>%1 mm a layer</source>
   <translation>%1 mm je Lage</translation>
  </message>
  <message>
   <source>10 ms a jump</source>
   <translation>10 ms je Sprung</translation>
  </message>
  <message>
   <source>layers of %1 mm</source>
   <translation>Lagen von %1 mm</translation>
  </message>
  <message>
   <source>%1 mm³ a minute</source>
   <translation>%1 mm³ je Minute</translation>
  </message>
  <message>
   <source>edges at 30 mm a second</source>
   <translation>Kanten mit 30 mm je Sekunde</translation>
  </message>
  <message>
   <source>%1 s a layer</source>
   <translation>%1 s je Lage</translation>
  </message>
  <message>
   <source>the mark alone, without the part</source>
   <translation>nur die Prägung, ohne das Teil</translation>
  </message>
  <message>
   <source>covering and cleaning</source>
   <translation>Abdecken und Reinigen</translation>
  </message>
  <message>
   <source>%1 mm a minute, all of it at once</source>
   <translation>%1 mm je Minute, alles zugleich</translation>
  </message>
  <message>
   <source>10 min about it</source>
   <translation>10 min ringsum</translation>
  </message>
  <message>
   <source>%1 mm a minute</source>
   <translation>%1 mm je Minute</translation>
  </message>
  <message>
   <source>0.5 s a piercing</source>
   <translation>0,5 s je Einstich</translation>
  </message>
  <message>
   <source>one part</source>
   <translation>ein Teil</translation>
  </message>
  <message>
   <source>%1 mm² of ink</source>
   <translation>%1 mm² Auftrag</translation>
  </message>
  <message>
   <source>Strokes</source>
   <translation>Striche</translation>
  </message>
  <message>
   <source>Gaps</source>
   <translation>Lücken</translation>
  </message>
  <message>
   <source>A machine-read mark that does not read back as its text from its flat artwork</source>
   <translation>Eine maschinenlesbare Kennzeichnung, die sich vom flachen Motiv nicht als ihr Text zurückliest</translation>
  </message>
  <message>
   <source>Cells of a machine-read mark that are too small</source>
   <translation>Zu kleine Zellen einer maschinenlesbaren Kennzeichnung</translation>
  </message>
  <message>
   <source>A machine-read mark with too little bare face about it: an edge, a hole or another stamp</source>
   <translation>Eine maschinenlesbare Kennzeichnung mit zu wenig blanker Fläche darum: eine Kante, ein Loch oder eine andere Prägung</translation>
  </message>
  <message>
   <source>A machine-read mark that cannot be read from a picture of the finished part, square on</source>
   <translation>Eine maschinenlesbare Kennzeichnung, die sich von einem senkrechten Bild des fertigen Teils nicht lesen lässt</translation>
  </message>
  <message>
   <source>Cells of a machine-read mark of which walls or other ink leave too little in sight</source>
   <translation>Zellen einer maschinenlesbaren Kennzeichnung, von denen Flanken oder anderer Auftrag zu wenig sehen lassen</translation>
  </message>
  <message>
   <source>unreadable mark</source>
   <translation>unlesbare Kennzeichnung</translation>
  </message>
  <message>
   <source>small cell</source>
   <translation>kleine Zelle</translation>
  </message>
  <message>
   <source>quiet zone</source>
   <translation>Ruhezone</translation>
  </message>
  <message>
   <source>mark on its face</source>
   <translation>Kennzeichnung auf ihrer Fläche</translation>
  </message>
  <message>
   <source>seen square on, %1 % of a cell%2 shows its %3 (row %4, column %5), limit %6 %; %7 of %8 cells show too little</source>
   <translation>senkrecht gesehen zeigt eine Zelle%2 zu %1 % ihren %3 (Zeile %4, Spalte %5), Grenze %6 %; %7 von %8 Zellen zeigen zu wenig</translation>
  </message>
  <message>
   <source>contrast area</source>
   <translation>Kontrastfläche</translation>
  </message>
  <message>
   <source>the cells are %1 mm wide, limit %2 mm</source>
   <translation>die Zellen sind %1 mm breit, Grenze %2 mm</translation>
  </message>
  <message>
   <source>Cell of a mark</source>
   <translation>Zelle einer Kennzeichnung</translation>
  </message>
  <message>
   <source>%1 mm from the mark to the next edge, hole or stamp, its quiet zone %2 mm</source>
   <translation>%1 mm von der Kennzeichnung bis zur nächsten Kante, zum nächsten Loch oder zur nächsten Prägung, ihre Ruhezone %2 mm</translation>
  </message>
  <message>
   <source>the mark reaches round its face: no camera sees it whole</source>
   <translation>die Kennzeichnung reicht um die Fläche herum: keine Kamera sieht sie ganz</translation>
  </message>
  <message>
   <source>floor or cap</source>
   <translation>Boden oder Deckfläche</translation>
  </message>
  <message>
   <source>bare face</source>
   <translation>blanke Fläche</translation>
  </message>
  <message>
   <source>of copy %1</source>
   <translation>von Kopie %1</translation>
  </message>
  <message>
   <source>Part of a cell</source>
   <translation>Teil einer Zelle</translation>
  </message>
  <message>
   <source>a reader looks at the middle of each cell: so much of it has to show floor, or bare face</source>
   <translation>ein Lesegerät blickt auf die Mitte jeder Zelle: so viel davon muss Boden oder blanke Fläche zeigen</translation>
  </message>
  <message>
   <source>cannot be read back</source>
   <translation>lässt sich nicht zurücklesen</translation>
  </message>
  <message>
   <source>reads back as “%1”</source>
   <translation>liest sich zurück als „%1“</translation>
  </message>
  <message>
   <source>readers do not tell smaller cells of a mark on a part from one another</source>
   <translation>Lesegeräte unterscheiden kleinere Zellen einer Kennzeichnung auf einem Teil nicht voneinander</translation>
  </message>
  <message>
   <source>GS1 General Specifications, direct part marking: from 0.254 mm; from memory</source>
   <translation>GS1 General Specifications, direkte Teilekennzeichnung: ab 0,254 mm; aus dem Gedächtnis</translation>
  </message>
  <message>
   <source>of a cell</source>
   <translation>einer Zelle</translation>
  </message>
  <message>
   <source>number</source>
   <translation>Zahl</translation>
  </message>
  <message>
   <source>the mark of “%1” %2 from its flat artwork</source>
   <translation>die Kennzeichnung von „%1“ %2 von ihrem flachen Motiv</translation>
  </message>
  <message>
   <source>copy %1 of the mark</source>
   <translation>Kopie %1 der Kennzeichnung</translation>
  </message>
  <message>
   <source>the mark</source>
   <translation>die Kennzeichnung</translation>
  </message>
  <message>
   <source>cannot be read</source>
   <translation>lässt sich nicht lesen</translation>
  </message>
  <message>
   <source>reads as “%1”</source>
   <translation>liest sich als „%1“</translation>
  </message>
  <message>
   <source>seen square on, %1 %2 on the finished part</source>
   <translation>senkrecht gesehen %2 %1 am fertigen Teil</translation>
  </message>
  <message>
   <source>Capitals lower than the process makes or a reader reads</source>
   <translation>Versalien, niedriger als das Verfahren macht oder ein Leser liest</translation>
  </message>
  <message>
   <source>Relief that is too low or shallow to show, or to be made</source>
   <translation>Relief, das zu niedrig oder flach ist, um es zu sehen oder zu machen</translation>
  </message>
  <message>
   <source>Relief higher or deeper than the process makes</source>
   <translation>Relief, höher oder tiefer als das Verfahren macht</translation>
  </message>
  <message>
   <source>Relief that ends within the material, where the process only cuts through it</source>
   <translation>Relief, das im Material endet, wo das Verfahren nur durchschneidet</translation>
  </message>
  <message>
   <source>Corners of outlines, seen from above, with less than a radius</source>
   <translation>Ecken von Umrissen, von oben gesehen, mit weniger als einem Radius</translation>
  </message>
  <message>
   <source>Inside corners where walls meet the floor, or the face, with less than a radius</source>
   <translation>Innenecken, wo Flanken den Boden oder die Fläche mit weniger als einem Radius treffen</translation>
  </message>
  <message>
   <source>A space between two letters of a line that looks wider or narrower than the others</source>
   <translation>Ein Abstand zwischen zwei Buchstaben einer Zeile, der weiter oder enger wirkt als die anderen</translation>
  </message>
  <message>
   <source>Text nearly all the way round whose ends are not as far apart as its words</source>
   <translation>Text fast ganz herum, dessen Enden nicht so weit auseinander sind wie seine Wörter</translation>
  </message>
  <message>
   <source>Walls that lean less than what comes out of a mould needs, on the finished part</source>
   <translation>Flanken, die sich am fertigen Teil weniger neigen, als zum Entformen nötig ist</translation>
  </message>
  <message>
   <source>Walls, caps and floors behind which a mould is caught when it is pulled</source>
   <translation>Flanken, Deckflächen und Böden, hinter denen eine Form beim Ziehen hängen bleibt</translation>
  </message>
  <message>
   <source>0 where nothing is drawn out of a mould; walls with less stick in it</source>
   <translation>0, wo nichts aus einer Form gezogen wird; Flanken mit weniger stecken darin fest</translation>
  </message>
  <message>
   <source>small letters</source>
   <translation>kleine Buchstaben</translation>
  </message>
  <message>
   <source>shallow relief</source>
   <translation>flaches Relief</translation>
  </message>
  <message>
   <source>deep relief</source>
   <translation>tiefes Relief</translation>
  </message>
  <message>
   <source>not cut through</source>
   <translation>nicht durchgeschnitten</translation>
  </message>
  <message>
   <source>%1 a radius below %2 mm, the sharpest %3 mm</source>
   <translation>%1 einen Radius unter %2 mm, die schärfste %3 mm</translation>
  </message>
  <message>
   <source>sharp corner</source>
   <translation>scharfe Ecke</translation>
  </message>
  <message>
   <source>sharp foot</source>
   <translation>scharfer Fuß</translation>
  </message>
  <message>
   <source>uneven spaces</source>
   <translation>ungleiche Abstände</translation>
  </message>
  <message>
   <source>ends of the text</source>
   <translation>Enden des Textes</translation>
  </message>
  <message>
   <source>its walls have %1° of draft, limit %2°</source>
   <translation>seine Flanken haben %1° Schräge, Grenze %2°</translation>
  </message>
  <message>
   <source>draft</source>
   <translation>Schräge</translation>
  </message>
  <message>
   <source>undercut</source>
   <translation>Hinterschnitt</translation>
  </message>
  <message>
   <source>capitals %1 mm high, limit %2 mm</source>
   <translation>Versalien %1 mm hoch, Grenze %2 mm</translation>
  </message>
  <message>
   <source>its relief is %1 mm, at least %2 mm are to be made</source>
   <translation>sein Relief ist %1 mm, mindestens %2 mm sind zu machen</translation>
  </message>
  <message>
   <source>Least relief</source>
   <translation>Kleinstes Relief</translation>
  </message>
  <message>
   <source>its relief is %1 mm, at most %2 mm can be made</source>
   <translation>sein Relief ist %1 mm, höchstens %2 mm lassen sich machen</translation>
  </message>
  <message>
   <source>Most relief</source>
   <translation>Größtes Relief</translation>
  </message>
  <message>
   <source>its relief %1 the material, which can only be cut through here</source>
   <translation>sein Relief %1 das Material, das sich hier nur durchschneiden lässt</translation>
  </message>
  <message>
   <source>through</source>
   <translation>durch</translation>
  </message>
  <message>
   <source>Only cut through</source>
   <translation>Nur durchgeschnitten</translation>
  </message>
  <message>
   <source>1 where the process cuts all the way through and nothing else</source>
   <translation>1, wo das Verfahren ganz durchschneidet und nichts anderes</translation>
  </message>
  <message>
   <source>one corner has</source>
   <translation>eine Ecke hat</translation>
  </message>
  <message>
   <source>%1 corners have</source>
   <translation>%1 Ecken haben</translation>
  </message>
  <message>
   <source>Corner radius</source>
   <translation>Eckenradius</translation>
  </message>
  <message>
   <source>its walls meet %1 with a radius of %2 mm, limit %3 mm</source>
   <translation>seine Flanken treffen %1 mit einem Radius von %2 mm, Grenze %3 mm</translation>
  </message>
  <message>
   <source>Foot radius</source>
   <translation>Fußradius</translation>
  </message>
  <message>
   <source>the space between “%1” and “%2” looks %3 mm %4 than the others, %5 mm</source>
   <translation>der Abstand zwischen „%1“ und „%2“ wirkt %3 mm %4 als die anderen, %5 mm</translation>
  </message>
  <message>
   <source>between its end and its beginning are %1 mm, between its words %2 mm</source>
   <translation>zwischen Ende und Anfang sind %1 mm, zwischen den Wörtern %2 mm</translation>
  </message>
  <message>
   <source>%1 mm² of it catch behind the mould, up to %2°, when that is pulled %3</source>
   <translation>%1 mm² davon haken hinter der Form ein, bis %2°, wenn sie %3 gezogen wird</translation>
  </message>
  <message>
   <source>smaller letters cannot be read or made</source>
   <translation>kleinere Buchstaben lassen sich nicht lesen oder machen</translation>
  </message>
  <message>
   <source>less does not show</source>
   <translation>weniger ist nicht zu sehen</translation>
  </message>
  <message>
   <source>0 where there is no such limit</source>
   <translation>0, wo es keine solche Grenze gibt</translation>
  </message>
  <message>
   <source>stands on</source>
   <translation>steht auf</translation>
  </message>
  <message>
   <source>ends within</source>
   <translation>endet in</translation>
  </message>
  <message>
   <source>corners rounded by</source>
   <translation>Ecken gerundet um</translation>
  </message>
  <message>
   <source>0 where corners of outlines may be sharp</source>
   <translation>0, wo Ecken von Umrissen scharf sein dürfen</translation>
  </message>
  <message>
   <source>its floor</source>
   <translation>ihren Boden</translation>
  </message>
  <message>
   <source>0 where walls may meet face or floor sharply</source>
   <translation>0, wo Flanken Fläche oder Boden scharf treffen dürfen</translation>
  </message>
  <message>
   <source>rounded by %1</source>
   <translation>gerundet um %1</translation>
  </message>
  <message>
   <source>%1° of draft</source>
   <translation>%1° Schräge</translation>
  </message>
  <message>
   <source>depth %1 mm</source>
   <translation>Tiefe %1 mm</translation>
  </message>
  <message>
   <source>NADCA Product Specification Standards for Die Castings, lettering; from memory</source>
   <translation>NADCA Product Specification Standards for Die Castings, Beschriftung; aus dem Gedächtnis</translation>
  </message>
  <message>
   <source>Any process</source>
   <translation>Beliebiges Verfahren</translation>
  </message>
  <message>
   <source>limits that most ways of making can keep</source>
   <translation>Grenzen, die die meisten Fertigungsarten einhalten können</translation>
  </message>
  <message>
   <source>Milling</source>
   <translation>Fräsen</translation>
  </message>
  <message>
   <source>a round cutter runs along the outlines and clears what lies within</source>
   <translation>ein runder Fräser läuft entlang der Umrisse und räumt das Innere aus</translation>
  </message>
  <message>
   <source>a pointed cutter whose width follows from its depth</source>
   <translation>ein spitzer Fräser, dessen Breite aus der Tiefe folgt</translation>
  </message>
  <message>
   <source>Rotary engraving</source>
   <translation>Rotationsgravur</translation>
  </message>
  <message>
   <source>a turning cutter while the part turns below it</source>
   <translation>ein drehender Fräser, während sich das Teil unter ihm dreht</translation>
  </message>
  <message>
   <source>Laser engraving</source>
   <translation>Lasergravur</translation>
  </message>
  <message>
   <source>a beam takes the ink away layer by layer</source>
   <translation>ein Strahl trägt das Motiv Lage für Lage ab</translation>
  </message>
  <message>
   <source>Etching</source>
   <translation>Ätzen</translation>
  </message>
  <message>
   <source>what is not covered is dissolved, also sideways</source>
   <translation>was nicht abgedeckt ist, wird aufgelöst, auch seitwärts</translation>
  </message>
  <message>
   <source>Stamping</source>
   <translation>Schlagen</translation>
  </message>
  <message>
   <source>a die is pressed into the part</source>
   <translation>ein Werkzeug wird ins Teil gedrückt</translation>
  </message>
  <message>
   <source>Sand casting</source>
   <translation>Sandguss</translation>
  </message>
  <message>
   <source>a pattern is drawn out of sand that is poured full of metal</source>
   <translation>ein Modell wird aus Sand gezogen, der mit Metall gefüllt wird</translation>
  </message>
  <message>
   <source>Die casting</source>
   <translation>Druckguss</translation>
  </message>
  <message>
   <source>metal is shot into a steel die that opens</source>
   <translation>Metall wird in eine Stahlform geschossen, die sich öffnet</translation>
  </message>
  <message>
   <source>Injection moulding</source>
   <translation>Spritzguss</translation>
  </message>
  <message>
   <source>plastic is pressed into a mould that opens</source>
   <translation>Kunststoff wird in eine Form gepresst, die sich öffnet</translation>
  </message>
  <message>
   <source>Sheet, cut through</source>
   <translation>Blech, durchgeschnitten</translation>
  </message>
  <message>
   <source>a beam or a jet cuts the outlines out</source>
   <translation>ein Strahl schneidet die Umrisse aus</translation>
  </message>
  <message>
   <source>Filament printing</source>
   <translation>Filamentdruck</translation>
  </message>
  <message>
   <source>a nozzle of 0.4 mm lays down line by line</source>
   <translation>eine Düse von 0,4 mm legt Linie um Linie</translation>
  </message>
  <message>
   <source>Resin printing</source>
   <translation>Harzdruck</translation>
  </message>
  <message>
   <source>light hardens resin layer by layer</source>
   <translation>Licht härtet Harz Schicht um Schicht</translation>
  </message>
  <message>
   <source>Powder printing</source>
   <translation>Pulverdruck</translation>
  </message>
  <message>
   <source>a beam melts powder layer by layer</source>
   <translation>ein Strahl schmilzt Pulver Schicht um Schicht</translation>
  </message>
  <message>
   <source>Silkscreen</source>
   <translation>Siebdruck</translation>
  </message>
  <message>
   <source>ink is pressed through a fabric; nothing is sunk or raised</source>
   <translation>Farbe wird durch ein Gewebe gedrückt; nichts wird vertieft oder erhaben</translation>
  </message>
  <message>
   <source>no check has a limit called %1</source>
   <translation>keine Prüfung hat eine Grenze %1</translation>
  </message>
  <message>
   <source>the smallest cutter that lasts is 0.5 mm wide</source>
   <translation>der kleinste haltbare Fräser ist 0,5 mm breit</translation>
  </message>
  <message>
   <source>thinner ribs bend away from the cutter</source>
   <translation>dünnere Stege weichen dem Fräser aus</translation>
  </message>
  <message>
   <source>the smallest cutter in common use</source>
   <translation>der kleinste gebräuchliche Fräser</translation>
  </message>
  <message>
   <source>a cutter as slender as that breaks</source>
   <translation>ein so schlanker Fräser bricht</translation>
  </message>
  <message>
   <source>less is lost in the height of the clamped part</source>
   <translation>weniger geht in der Höhe des gespannten Teils verloren</translation>
  </message>
  <message>
   <source>the flat at the point of the cutter</source>
   <translation>die Fläche an der Spitze des Fräsers</translation>
  </message>
  <message>
   <source>the sides of neighbouring cuts meet above a thinner rib</source>
   <translation>die Seiten benachbarter Schnitte treffen sich über einem dünneren Steg</translation>
  </message>
  <message>
   <source>a point of 40° is as deep as 1.4 times its width</source>
   <translation>eine Spitze von 40° geht 1,4-mal so tief, wie sie breit ist</translation>
  </message>
  <message>
   <source>the point breaks at more</source>
   <translation>bei mehr bricht die Spitze</translation>
  </message>
  <message>
   <source>the width of the finest cutter</source>
   <translation>die Breite des feinsten Fräsers</translation>
  </message>
  <message>
   <source>thinner ribs break away</source>
   <translation>dünnere Stege brechen weg</translation>
  </message>
  <message>
   <source>the finest cutter</source>
   <translation>der feinste Fräser</translation>
  </message>
  <message>
   <source>a longer cutter breaks</source>
   <translation>ein längerer Fräser bricht</translation>
  </message>
  <message>
   <source>a fine cutter is no longer</source>
   <translation>ein feiner Fräser ist nicht länger</translation>
  </message>
  <message>
   <source>the part runs out by as much</source>
   <translation>so viel läuft das Teil unrund</translation>
  </message>
  <message>
   <source>the beam is about 0.05 mm wide</source>
   <translation>der Strahl ist etwa 0,05 mm breit</translation>
  </message>
  <message>
   <source>what is narrower melts</source>
   <translation>was schmaler ist, schmilzt</translation>
  </message>
  <message>
   <source>the beam is shaded by the walls</source>
   <translation>der Strahl wird von den Flanken abgeschattet</translation>
  </message>
  <message>
   <source>more takes hours</source>
   <translation>mehr dauert Stunden</translation>
  </message>
  <message>
   <source>less is a change of colour only</source>
   <translation>weniger ist nur ein Farbwechsel</translation>
  </message>
  <message>
   <source>the edge itself burns</source>
   <translation>die Kante selbst verbrennt</translation>
  </message>
  <message>
   <source>smaller ones are not read by eye</source>
   <translation>kleinere liest das Auge nicht</translation>
  </message>
  <message>
   <source>the cover is not opened any finer</source>
   <translation>die Abdeckung wird nicht feiner geöffnet</translation>
  </message>
  <message>
   <source>the acid eats below the cover from both sides</source>
   <translation>die Säure frisst von beiden Seiten unter die Abdeckung</translation>
  </message>
  <message>
   <source>the acid goes sideways about as far as down</source>
   <translation>die Säure geht seitwärts etwa so weit wie nach unten</translation>
  </message>
  <message>
   <source>the cover does not hold any longer</source>
   <translation>die Abdeckung hält nicht länger</translation>
  </message>
  <message>
   <source>less is not felt</source>
   <translation>weniger ist nicht zu fühlen</translation>
  </message>
  <message>
   <source>a finer edge of the die breaks</source>
   <translation>eine feinere Kante des Werkzeugs bricht</translation>
  </message>
  <message>
   <source>between them the metal has no place to flow</source>
   <translation>dazwischen hat das Metall keinen Platz zu fließen</translation>
  </message>
  <message>
   <source>a die that is higher than wide bends</source>
   <translation>ein Werkzeug, das höher als breit ist, biegt sich</translation>
  </message>
  <message>
   <source>the metal does not rise into what is narrow</source>
   <translation>ins Schmale steigt das Metall nicht</translation>
  </message>
  <message>
   <source>more bends the part</source>
   <translation>mehr verbiegt das Teil</translation>
  </message>
  <message>
   <source>a die with steeper walls sticks</source>
   <translation>ein Werkzeug mit steileren Flanken steckt fest</translation>
  </message>
  <message>
   <source>the back bulges at less</source>
   <translation>bei weniger beult die Rückseite</translation>
  </message>
  <message>
   <source>the edge bulges</source>
   <translation>die Kante beult</translation>
  </message>
  <message>
   <source>a die cracks from sharp corners</source>
   <translation>ein Werkzeug reißt von scharfen Ecken aus</translation>
  </message>
  <message>
   <source>the metal does not run into what is narrower</source>
   <translation>ins Schmalere läuft das Metall nicht</translation>
  </message>
  <message>
   <source>thinner ribs of sand break off</source>
   <translation>dünnere Sandstege brechen ab</translation>
  </message>
  <message>
   <source>the metal freezes before it fills what is higher than wide</source>
   <translation>das Metall erstarrt, bevor es füllt, was höher als breit ist</translation>
  </message>
  <message>
   <source>a rib of sand that is higher than wide breaks off</source>
   <translation>ein Sandsteg, der höher als breit ist, bricht ab</translation>
  </message>
  <message>
   <source>less is lost in the grain of the sand</source>
   <translation>weniger geht im Korn des Sandes verloren</translation>
  </message>
  <message>
   <source>smaller ones are lost in the grain of the sand</source>
   <translation>kleinere gehen im Korn des Sandes verloren</translation>
  </message>
  <message>
   <source>sand tears along steeper walls</source>
   <translation>an steileren Flanken reißt der Sand</translation>
  </message>
  <message>
   <source>sharp corners of sand are washed away</source>
   <translation>scharfe Sandecken werden weggespült</translation>
  </message>
  <message>
   <source>the metal tears at sharp inside corners as it shrinks</source>
   <translation>beim Schwinden reißt das Metall an scharfen Innenecken</translation>
  </message>
  <message>
   <source>thinner walls do not fill</source>
   <translation>dünnere Wände füllen sich nicht</translation>
  </message>
  <message>
   <source>the edges of the mould crumble</source>
   <translation>die Kanten der Form bröckeln</translation>
  </message>
  <message>
   <source>the metal does not fill what is narrower</source>
   <translation>Schmaleres füllt das Metall nicht</translation>
  </message>
  <message>
   <source>thinner ribs of the die break off</source>
   <translation>dünnere Stege der Form brechen ab</translation>
  </message>
  <message>
   <source>raised letters are no higher than their strokes are wide</source>
   <translation>erhabene Buchstaben sind nicht höher, als ihre Striche breit sind</translation>
  </message>
  <message>
   <source>ribs of the die break off</source>
   <translation>Stege der Form brechen ab</translation>
  </message>
  <message>
   <source>the casting sticks to steeper walls</source>
   <translation>an steileren Flanken klebt der Guss</translation>
  </message>
  <message>
   <source>the die cracks from sharp corners</source>
   <translation>die Form reißt von scharfen Ecken aus</translation>
  </message>
  <message>
   <source>the die wears at sharp edges, and the metal tears there</source>
   <translation>die Form verschleißt an scharfen Kanten, und das Metall reißt dort</translation>
  </message>
  <message>
   <source>the mould is not cut any finer</source>
   <translation>die Form wird nicht feiner geschnitten</translation>
  </message>
  <message>
   <source>thinner ribs of the mould break off</source>
   <translation>dünnere Stege der Form brechen ab</translation>
  </message>
  <message>
   <source>higher ones stay in the mould</source>
   <translation>höhere bleiben in der Form</translation>
  </message>
  <message>
   <source>ribs of the mould bend</source>
   <translation>Stege der Form biegen sich</translation>
  </message>
  <message>
   <source>deeper ones show as sinks on the other side</source>
   <translation>tiefere zeigen sich auf der anderen Seite als Einfallstellen</translation>
  </message>
  <message>
   <source>plastic shrinks onto steeper walls</source>
   <translation>an steileren Flanken schrumpft der Kunststoff fest</translation>
  </message>
  <message>
   <source>the cutter of the mould leaves as much</source>
   <translation>so viel lässt der Fräser der Form</translation>
  </message>
  <message>
   <source>the cut itself is about 0.2 mm wide</source>
   <translation>der Schnitt selbst ist etwa 0,2 mm breit</translation>
  </message>
  <message>
   <source>narrower bridges warp and break</source>
   <translation>schmalere Stege verziehen sich und brechen</translation>
  </message>
  <message>
   <source>no more than the sheet is thick</source>
   <translation>nicht mehr, als das Blech dick ist</translation>
  </message>
  <message>
   <source>a cut narrower than half the sheet welds shut</source>
   <translation>ein Schnitt schmaler als das halbe Blech schweißt zu</translation>
  </message>
  <message>
   <source>a narrower border warps</source>
   <translation>ein schmalerer Rand verzieht sich</translation>
  </message>
  <message>
   <source>the beam has half its width for a radius</source>
   <translation>der Strahl hat die halbe Breite zum Radius</translation>
  </message>
  <message>
   <source>it goes through</source>
   <translation>es geht durch</translation>
  </message>
  <message>
   <source>a beam or a jet does not end within the sheet</source>
   <translation>ein Strahl endet nicht im Blech</translation>
  </message>
  <message>
   <source>two lines beside each other</source>
   <translation>zwei Linien nebeneinander</translation>
  </message>
  <message>
   <source>lines run together over less</source>
   <translation>bei weniger laufen Linien zusammen</translation>
  </message>
  <message>
   <source>higher ones are torn off by the nozzle</source>
   <translation>höhere reißt die Düse ab</translation>
  </message>
  <message>
   <source>two layers of 0.2 mm</source>
   <translation>zwei Schichten von 0,2 mm</translation>
  </message>
  <message>
   <source>smaller ones lose their form</source>
   <translation>kleinere verlieren ihre Form</translation>
  </message>
  <message>
   <source>about four pixels of the light</source>
   <translation>etwa vier Pixel des Lichts</translation>
  </message>
  <message>
   <source>resin stays in narrower ones and hardens</source>
   <translation>in schmaleren bleibt Harz und härtet</translation>
  </message>
  <message>
   <source>higher ones bend when the layer is lifted</source>
   <translation>höhere biegen sich, wenn die Schicht abgehoben wird</translation>
  </message>
  <message>
   <source>resin does not run out of deeper ones</source>
   <translation>aus tieferen läuft das Harz nicht aus</translation>
  </message>
  <message>
   <source>three layers of 0.05 mm</source>
   <translation>drei Schichten von 0,05 mm</translation>
  </message>
  <message>
   <source>thinner walls warp</source>
   <translation>dünnere Wände verziehen sich</translation>
  </message>
  <message>
   <source>the beam is about 0.4 mm wide</source>
   <translation>der Strahl ist etwa 0,4 mm breit</translation>
  </message>
  <message>
   <source>powder bakes together in narrower ones</source>
   <translation>in schmaleren backt das Pulver zusammen</translation>
  </message>
  <message>
   <source>higher ones break when the part is blasted clean</source>
   <translation>höhere brechen, wenn das Teil sauber gestrahlt wird</translation>
  </message>
  <message>
   <source>powder is not got out of deeper ones</source>
   <translation>aus tieferen geht das Pulver nicht heraus</translation>
  </message>
  <message>
   <source>four layers of 0.1 mm</source>
   <translation>vier Schichten von 0,1 mm</translation>
  </message>
  <message>
   <source>about two threads of the fabric</source>
   <translation>etwa zwei Fäden des Gewebes</translation>
  </message>
  <message>
   <source>the ink runs together over less</source>
   <translation>bei weniger läuft die Farbe zusammen</translation>
  </message>
  <message>
   <source>the ink itself is not any higher</source>
   <translation>die Farbe selbst ist nicht höher</translation>
  </message>
  <message>
   <source>smaller ones run full</source>
   <translation>kleinere laufen zu</translation>
  </message>
  <message>
   <source>the screen does not lie down at an edge</source>
   <translation>an einer Kante liegt das Sieb nicht auf</translation>
  </message>
  <message>
   <source>letters %1 mm instead of %2</source>
   <translation>Buchstaben %1 mm statt %2</translation>
  </message>
  <message>
   <source>%1 times as large</source>
   <translation>%1-mal so groß</translation>
  </message>
  <message>
   <source>depth %1 mm instead of %2</source>
   <translation>Tiefe %1 mm statt %2</translation>
  </message>
  <message>
   <source>%1 %2: %3 mm</source>
   <translation>%1 %2: %3 mm</translation>
  </message>
  <message>
   <source>letter spacing +%1 mm</source>
   <translation>Laufweite +%1 mm</translation>
  </message>
  <message>
   <source>%1 mm %2</source>
   <translation>%1 mm %2</translation>
  </message>
  <message>
   <source>%1 %2 mm instead of %3</source>
   <translation>%1 %2 mm statt %3</translation>
  </message>
  <message>
   <source>%1 letters like these in a line</source>
   <translation>%1 solche Buchstaben in einer Zeile</translation>
  </message>
  <message>
   <source>the way round the face</source>
   <translation>der Weg um die Fläche</translation>
  </message>
  <message>
   <source>the length of its guide</source>
   <translation>die Länge der Leitlinie</translation>
  </message>
  <message>
   <source>the ink of “%1”</source>
   <translation>der Auftrag von „%1“</translation>
  </message>
  <message>
   <source>the edge of the face, less %1 mm</source>
   <translation>die Kante der Fläche, weniger %1 mm</translation>
  </message>
  <message>
   <source>its artwork has no size of its own</source>
   <translation>das Motiv hat keine eigene Größe</translation>
  </message>
  <message>
   <source>nothing fits: %1 is in the way</source>
   <translation>nichts passt: %1 steht im Weg</translation>
  </message>
  <message>
   <source>only for plain text</source>
   <translation>nur für einfachen Text</translation>
  </message>
  <message>
   <source>no letter fits: %1 is in the way</source>
   <translation>kein Buchstabe passt: %1 steht im Weg</translation>
  </message>
  <message>
   <source>more than %1 letters</source>
   <translation>mehr als %1 Buchstaben</translation>
  </message>
  <message>
   <source>its fields</source>
   <translation>seine Felder</translation>
  </message>
  <message>
   <source>A standard that a stamp holds to and does not meet, by its clause</source>
   <translation>Eine Norm, an die sich eine Prägung hält und die sie nicht erfüllt, nach Abschnitt</translation>
  </message>
  <message>
   <source>standard</source>
   <translation>Norm</translation>
  </message>
  <message>
   <source>enough, as measured on the finished part</source>
   <translation>genug, wie am fertigen Teil gemessen</translation>
  </message>
  <message>
   <source>%1, %2: %3; it has %4</source>
   <translation>%1, %2: %3; es hat %4</translation>
  </message>
  <message>
   <source>no standard called “%1” is known here</source>
   <translation>keine Norm „%1“ ist hier bekannt</translation>
  </message>
  <message>
   <source>from memory</source>
   <translation>aus dem Gedächtnis</translation>
  </message>
  <message>
   <source>there are two standards called “%1”</source>
   <translation>es gibt zwei Normen „%1“</translation>
  </message>
  <message>
   <source>ADA 703.2</source>
   <translation>ADA 703.2</translation>
  </message>
  <message>
   <source>Signs to be felt: raised characters</source>
   <translation>Zeichen zum Tasten: erhabene Schrift</translation>
  </message>
  <message>
   <source>2010 ADA Standards for Accessible Design</source>
   <translation>2010 ADA Standards for Accessible Design</translation>
  </message>
  <message>
   <source>raised at least 0.8 mm (1/32 in)</source>
   <translation>mindestens 0,8 mm (1/32 in) erhaben</translation>
  </message>
  <message>
   <source>capitals only</source>
   <translation>nur Versalien</translation>
  </message>
  <message>
   <source>letters without serifs, upright</source>
   <translation>Buchstaben ohne Serifen, aufrecht</translation>
  </message>
  <message>
   <source>the O 55 to 110 % as wide as the I is high</source>
   <translation>das O 55 bis 110 % so breit, wie das I hoch ist</translation>
  </message>
  <message>
   <source>the I 16 to 51 mm high (5/8 to 2 in)</source>
   <translation>das I 16 bis 51 mm hoch (5/8 bis 2 in)</translation>
  </message>
  <message>
   <source>strokes at most 15 % of the height of the I</source>
   <translation>Striche höchstens 15 % der Höhe des I</translation>
  </message>
  <message>
   <source>3.2 mm (1/8 in) or more between letters, four strokes at most</source>
   <translation>3,2 mm (1/8 in) oder mehr zwischen Buchstaben, höchstens vier Striche</translation>
  </message>
  <message>
   <source>ADA 703.3</source>
   <translation>ADA 703.3</translation>
  </message>
  <message>
   <source>Signs to be felt: braille</source>
   <translation>Zeichen zum Tasten: Braille</translation>
  </message>
  <message>
   <source>domed or rounded dots</source>
   <translation>gewölbte oder gerundete Punkte</translation>
  </message>
  <message>
   <source>dots 1.5 to 1.6 mm across at their base</source>
   <translation>Punkte an der Basis 1,5 bis 1,6 mm breit</translation>
  </message>
  <message>
   <source>2.3 to 2.5 mm between dots of a cell</source>
   <translation>2,3 bis 2,5 mm zwischen den Punkten einer Zelle</translation>
  </message>
  <message>
   <source>6.1 to 7.6 mm from cell to cell</source>
   <translation>6,1 bis 7,6 mm von Zelle zu Zelle</translation>
  </message>
  <message>
   <source>dots 0.6 to 0.9 mm high</source>
   <translation>Punkte 0,6 bis 0,9 mm hoch</translation>
  </message>
  <message>
   <source>10 to 10.2 mm from line to line</source>
   <translation>10 bis 10,2 mm von Zeile zu Zeile</translation>
  </message>
  <message>
   <source>EN 81-70</source>
   <translation>EN 81-70</translation>
  </message>
  <message>
   <source>Lifts: symbols to be felt on buttons</source>
   <translation>Aufzüge: tastbare Zeichen auf Knöpfen</translation>
  </message>
  <message>
   <source>2018, table of controls</source>
   <translation>2018, Tabelle der Bedienteile</translation>
  </message>
  <message>
   <source>symbols raised at least 0.8 mm</source>
   <translation>Zeichen mindestens 0,8 mm erhaben</translation>
  </message>
  <message>
   <source>symbols 15 to 40 mm high</source>
   <translation>Zeichen 15 bis 40 mm hoch</translation>
  </message>
  <message>
   <source>ISO 3098-1</source>
   <translation>ISO 3098-1</translation>
  </message>
  <message>
   <source>Lettering of technical drawings</source>
   <translation>Schrift in technischen Zeichnungen</translation>
  </message>
  <message>
   <source>nominal sizes</source>
   <translation>Nenngrößen</translation>
  </message>
  <message>
   <source>capitals of 1.8, 2.5, 3.5, 5, 7, 10, 14 or 20 mm</source>
   <translation>Versalien von 1,8, 2,5, 3,5, 5, 7, 10, 14 oder 20 mm</translation>
  </message>
  <message>
   <source>lines a tenth (type B) or a fourteenth (type A) of the height</source>
   <translation>Linien ein Zehntel (Form B) oder ein Vierzehntel (Form A) der Höhe</translation>
  </message>
  <message>
   <source>Marks on machinery</source>
   <translation>Kennzeichnung von Maschinen</translation>
  </message>
  <message>
   <source>2006, Annex I and III</source>
   <translation>2006, Anhang I und III</translation>
  </message>
  <message>
   <source>Annex I, 1.7.3</source>
   <translation>Anhang I, 1.7.3</translation>
  </message>
  <message>
   <source>legible and not to be rubbed off: sunk, raised or cut through</source>
   <translation>lesbar und nicht abzureiben: vertieft, erhaben oder durchgeschnitten</translation>
  </message>
  <message>
   <source>Annex III</source>
   <translation>Anhang III</translation>
  </message>
  <message>
   <source>the sign of conformity at least 5 mm high</source>
   <translation>das Konformitätszeichen mindestens 5 mm hoch</translation>
  </message>
  <message>
   <source>ASME VIII-1</source>
   <translation>ASME VIII-1</translation>
  </message>
  <message>
   <source>Marks on pressure vessels</source>
   <translation>Kennzeichnung von Druckbehältern</translation>
  </message>
  <message>
   <source>letters stamped on the vessel at least 8 mm (5/16 in) high</source>
   <translation>auf den Behälter geschlagene Buchstaben mindestens 8 mm (5/16 in) hoch</translation>
  </message>
  <message>
   <source>ASME VIII-1 plate</source>
   <translation>ASME VIII-1, Schild</translation>
  </message>
  <message>
   <source>Name plates of pressure vessels</source>
   <translation>Namensschilder von Druckbehältern</translation>
  </message>
  <message>
   <source>letters on a name plate at least 4 mm (5/32 in) high</source>
   <translation>Buchstaben auf einem Schild mindestens 4 mm (5/32 in) hoch</translation>
  </message>
  <message>
   <source>GS1 part marks</source>
   <translation>GS1-Teilekennzeichnung</translation>
  </message>
  <message>
   <source>Marks read from the part itself</source>
   <translation>Vom Teil selbst gelesene Kennzeichnungen</translation>
  </message>
  <message>
   <source>GS1 General Specifications, direct part marking</source>
   <translation>GS1 General Specifications, direkte Teilekennzeichnung</translation>
  </message>
  <message>
   <source>cells of 0.254 to 0.615 mm</source>
   <translation>Zellen von 0,254 bis 0,615 mm</translation>
  </message>
  <message>
   <source>bare for 1 cell about a Data Matrix, 4 about a QR mark</source>
   <translation>blank für 1 Zelle um eine Data Matrix, 4 um einen QR-Code</translation>
  </message>
  <message>
   <source>each cell shows floor, or bare face, seen square on</source>
   <translation>jede Zelle zeigt senkrecht gesehen Boden oder blanke Fläche</translation>
  </message>
  <message>
   <source>enough difference of light between dark and light cells</source>
   <translation>genug Helligkeitsunterschied zwischen dunklen und hellen Zellen</translation>
  </message>
  <message>
   <source>ISO 8124-1</source>
   <translation>ISO 8124-1</translation>
  </message>
  <message>
   <source>Toys: what to look at</source>
   <translation>Spielzeug: worauf zu achten ist</translation>
  </message>
  <message>
   <source>small parts</source>
   <translation>kleine Teile</translation>
  </message>
  <message>
   <source>nothing that comes off fits a cylinder 31.7 mm across</source>
   <translation>nichts, das sich löst, passt in einen Zylinder von 31,7 mm</translation>
  </message>
  <message>
   <source>edges that are touched are not sharp</source>
   <translation>berührte Kanten sind nicht scharf</translation>
  </message>
  <message>
   <source>EN 1672-2</source>
   <translation>EN 1672-2</translation>
  </message>
  <message>
   <source>Food: what to look at</source>
   <translation>Lebensmittel: worauf zu achten ist</translation>
  </message>
  <message>
   <source>inside corners</source>
   <translation>Innenecken</translation>
  </message>
  <message>
   <source>inside corners that are cleaned have a radius of 3 mm</source>
   <translation>zu reinigende Innenecken haben einen Radius von 3 mm</translation>
  </message>
  <message>
   <source>stroke %1 mm, %2 %</source>
   <translation>Strich %1 mm, %2 %</translation>
  </message>
  <message>
   <source>%1 to %2 mm</source>
   <translation>%1 bis %2 mm</translation>
  </message>
  <message>
   <source>capitals %1 mm</source>
   <translation>Versalien %1 mm</translation>
  </message>
  <message>
   <source>stroke %1 mm, %2 % of the height</source>
   <translation>Strich %1 mm, %2 % der Höhe</translation>
  </message>
  <message>
   <source>%1 mm wanted; measured on the finished part</source>
   <translation>%1 mm gewünscht; am fertigen Teil gemessen</translation>
  </message>
  <message>
   <source>measured on the finished part</source>
   <translation>am fertigen Teil gemessen</translation>
  </message>
  <message>
   <source>hangs on material, finish and light: measured on the made part, by a verifier</source>
   <translation>hängt von Werkstoff, Oberfläche und Licht ab: am gefertigten Teil mit einem Prüfgerät zu messen</translation>
  </message>
  <message>
   <source>the smallest piece is %1 mm across corners</source>
   <translation>das kleinste Stück misst %1 mm über Eck</translation>
  </message>
  <message>
   <source>radius %1 mm at the foot of its walls</source>
   <translation>Radius %1 mm am Fuß der Flanken</translation>
  </message>
  <message>
   <source>not raised</source>
   <translation>nicht erhaben</translation>
  </message>
  <message>
   <source>small letters, such as “%1”</source>
   <translation>kleine Buchstaben wie „%1“</translation>
  </message>
  <message>
   <source>rounded by %1 mm</source>
   <translation>gerundet um %1 mm</translation>
  </message>
  <message>
   <source>in the solid</source>
   <translation>im Körper</translation>
  </message>
  <message>
   <source>a mark without depth</source>
   <translation>eine Kennzeichnung ohne Tiefe</translation>
  </message>
  <message>
   <source>nothing of it is loose</source>
   <translation>nichts davon ist lose</translation>
  </message>
  <message>
   <source>sunk: its edges lie at the face</source>
   <translation>vertieft: die Kanten liegen an der Fläche</translation>
  </message>
  <message>
   <source>caps softened</source>
   <translation>Deckflächen gebrochen</translation>
  </message>
  <message>
   <source>caps with sharp edges</source>
   <translation>Deckflächen mit scharfen Kanten</translation>
  </message>
  <message>
   <source>no relief</source>
   <translation>kein Relief</translation>
  </message>
  <message>
   <source>no serifs</source>
   <translation>keine Serifen</translation>
  </message>
  <message>
   <source>lean %1°</source>
   <translation>neigen sich %1°</translation>
  </message>
  <message>
   <source>Strokes too narrow to make, at the face, the cap or the floor; a mark's are its cells</source>
   <translation>Zu schmale Striche, an der Fläche, der Deckfläche oder dem Boden; bei einer Kennzeichnung ihre Zellen</translation>
  </message>
  <message>
   <source>Gaps within and between letters that are too narrow, at the face or at the cap or floor</source>
   <translation>Zu enge Lücken in und zwischen Buchstaben, an der Fläche, der Deckfläche oder dem Boden</translation>
  </message>
  <message>
   <source>Raised relief that comes close to a face before it, or beside it</source>
   <translation>Erhabene Prägung, die einer Fläche vor ihr oder neben ihr nahe kommt</translation>
  </message>
  <message>
   <source>Gaps between this stamp's ink and another's that are too narrow to make, in space</source>
   <translation>Im Raum zu enge Lücken zwischen dem Auftrag dieser und einer anderen Prägung</translation>
  </message>
  <message>
   <source>Ribs that are high for their width: raised strokes, and what stands between sunk ones</source>
   <translation>Für ihre Breite hohe Stege: erhabene Striche, und was zwischen vertieften steht</translation>
  </message>
  <message>
   <source>Slots that are deep for their width: sunk strokes, and gaps between raised ones</source>
   <translation>Für ihre Breite tiefe Schlitze: vertiefte Striche, und Lücken zwischen erhabenen</translation>
  </message>
  <message>
   <source>Corners and strokes that a round cutter does not reach into</source>
   <translation>Ecken und Striche, in die ein runder Fräser nicht hineinreicht</translation>
  </message>
  <message>
   <source>Copies of a stamp that run into one another where they were laid</source>
   <translation>Kopien einer Prägung, die ineinanderlaufen, wo sie liegen</translation>
  </message>
  <message>
   <source>Rounded corners that the lean of walls, or their softened edges, take away</source>
   <translation>Gerundete Ecken, die die Neigung der Flanken oder gebrochene Kanten wegnehmen</translation>
  </message>
  <message>
   <source>A dovetail groove that its cutter does not get into</source>
   <translation>Eine Schwalbenschwanz-Rille, in die ihr Fräser nicht hineinkommt</translation>
  </message>
  <message>
   <source>%1 mm at its %2, %3 mm at the face</source>
   <translation>%1 mm am %2, %3 mm an der Fläche</translation>
  </message>
  <message>
   <source>thin stroke</source>
   <translation>dünner Strich</translation>
  </message>
  <message>
   <source>tight gap</source>
   <translation>enge Lücke</translation>
  </message>
  <message>
   <source>gap to another face</source>
   <translation>Lücke zu einer anderen Fläche</translation>
  </message>
  <message>
   <source>gap to another stamp</source>
   <translation>Lücke zu einer anderen Prägung</translation>
  </message>
  <message>
   <source>slender</source>
   <translation>schlank</translation>
  </message>
  <message>
   <source>deep slot</source>
   <translation>tiefer Schlitz</translation>
  </message>
  <message>
   <source>%1 %2 mm wide %3 %4 mm %5, %6 times its width, limit %7</source>
   <translation>%1, %2 mm breit, %3 %4 mm %5, das %6-Fache der Breite, Grenze %7</translation>
  </message>
  <message>
   <source>a cutter of %1 mm leaves material in corners and strokes %2, up to %3 mm</source>
   <translation>ein Fräser von %1 mm lässt in Ecken und Strichen %2 stehen, bis %3 mm</translation>
  </message>
  <message>
   <source>corner for the cutter</source>
   <translation>Ecke für den Fräser</translation>
  </message>
  <message>
   <source>copies run together</source>
   <translation>Kopien laufen zusammen</translation>
  </message>
  <message>
   <source>corners made sharp</source>
   <translation>Ecken scharf gemacht</translation>
  </message>
  <message>
   <source>no way in</source>
   <translation>kein Weg hinein</translation>
  </message>
  <message>
   <source>a narrower gap closes up, or breaks out</source>
   <translation>eine engere Lücke schließt sich oder bricht aus</translation>
  </message>
  <message>
   <source>thinnest stroke %1, limit %2 mm</source>
   <translation>dünnster Strich %1, Grenze %2 mm</translation>
  </message>
  <message>
   <source>Stroke</source>
   <translation>Strich</translation>
  </message>
  <message>
   <source>tightest gap %1, limit %2 mm</source>
   <translation>engste Lücke %1, Grenze %2 mm</translation>
  </message>
  <message>
   <source>%1 mm from its cap to “%2”, limit %3 mm</source>
   <translation>%1 mm von der Deckfläche zu „%2“, Grenze %3 mm</translation>
  </message>
  <message>
   <source>Slender</source>
   <translation>Schlank</translation>
  </message>
  <message>
   <source>what stands higher than so many times its width breaks off</source>
   <translation>was mehr als so oft seine Breite hoch steht, bricht ab</translation>
  </message>
  <message>
   <source>Deep slot</source>
   <translation>Tiefer Schlitz</translation>
  </message>
  <message>
   <source>a cutter is no longer than so many times its width</source>
   <translation>ein Fräser ist nicht länger als so oft seine Breite</translation>
  </message>
  <message>
   <source>a stroke</source>
   <translation>ein Strich</translation>
  </message>
  <message>
   <source>at %1 places</source>
   <translation>an %1 Stellen</translation>
  </message>
  <message>
   <source>cutter</source>
   <translation>Fräser</translation>
  </message>
  <message>
   <source>its diameter; 0 where nothing is milled</source>
   <translation>sein Durchmesser; 0, wo nichts gefräst wird</translation>
  </message>
  <message>
   <source>its %1 copies run into one another: %2 pieces are left of</source>
   <translation>die %1 Kopien laufen ineinander: es bleiben %2 Stücke von</translation>
  </message>
  <message>
   <source>%1 made sharp, by %2 mm at most: the walls leave none there</source>
   <translation>%1 scharf gemacht, um höchstens %2 mm: die Flanken lassen dort keine</translation>
  </message>
  <message>
   <source>a dovetail cutter, %1 mm wide at its end, does not get into it: let lines run out over an edge or end in a round place of that width, or leave it to casting or printing</source>
   <translation>ein Schwalbenschwanzfräser, am Ende %1 mm breit, kommt nicht hinein: lassen Sie Linien über eine Kante hinauslaufen oder an einer runden Stelle dieser Breite enden, oder überlassen Sie es dem Gießen oder Drucken</translation>
  </message>
  <message>
   <source>a thinner stroke is not filled or cut</source>
   <translation>ein dünnerer Strich wird nicht gefüllt oder geschnitten</translation>
  </message>
  <message>
   <source>%1 mm to the ink of “%2”, limit %3 mm</source>
   <translation>%1 mm zum Auftrag von „%2“, Grenze %3 mm</translation>
  </message>
  <message>
   <source>a gap</source>
   <translation>eine Lücke</translation>
  </message>
  <message>
   <source>the rib between strokes</source>
   <translation>der Steg zwischen Strichen</translation>
  </message>
  <message>
   <source>one rounded corner is</source>
   <translation>eine gerundete Ecke ist</translation>
  </message>
  <message>
   <source>%1 rounded corners are</source>
   <translation>%1 gerundete Ecken sind</translation>
  </message>
  <message>
   <source>%1 mm³ would be %2 where the artwork and its depth give %3 mm³ at least</source>
   <translation>%1 mm³ würden %2, wo Motiv und Tiefe mindestens %3 mm³ ergeben</translation>
  </message>
  <message>
   <source>taken away</source>
   <translation>weggenommen</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet nothing would be made</source>
   <translation>bei %1, %2 mm der Abwicklung entstünde nichts</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet, close to where faces meet, it would be %3 mm instead of %4 mm</source>
   <translation>bei %1, %2 mm der Abwicklung, nahe dort, wo Flächen zusammentreffen, wären es %3 mm statt %4 mm</translation>
  </message>
  <message>
   <source>the outlines and the part could not be combined</source>
   <translation>die Umrisse und das Teil ließen sich nicht verknüpfen</translation>
  </message>
  <message>
   <source>nothing is left of the part</source>
   <translation>vom Teil bleibt nichts übrig</translation>
  </message>
  <message>
   <source>an outline cannot be laid on the face: %1</source>
   <translation>ein Umriss lässt sich nicht auf die Fläche legen: %1</translation>
  </message>
  <message>
   <source>the shares of two faces do not meet at their joint</source>
   <translation>die Anteile zweier Flächen treffen sich nicht an ihrem Übergang</translation>
  </message>
  <message>
   <source>what runs over where two faces meet turns too far along that line for walls with draft, a section or softened edges: move it clear of there, or give that to each face by itself</source>
   <translation>Was über die Linie läuft, an der sich zwei Flächen treffen, dreht sich längs dieser Linie zu weit für Wände mit Neigung, einem Querschnitt oder weichen Kanten: Rücken Sie es von dort weg, oder geben Sie das jeder Fläche für sich</translation>
  </message>
  <message>
   <source>what runs over where two faces meet is cut through with straight walls</source>
   <translation>was darüber läuft, wo zwei Flächen zusammentreffen, wird mit geraden Wänden durchgeschnitten</translation>
  </message>
  <message>
   <source>a mark has neither walls nor caps: let them be square and as the face</source>
   <translation>eine Markierung hat weder Flanken noch Deckflächen: lassen Sie sie senkrecht und wie die Fläche</translation>
  </message>
  <message>
   <source>it was refused, since it would come out wrong: %1 mm³ would change where the artwork and its depth give %2 mm³</source>
   <translation>abgelehnt, denn es käme falsch heraus: %1 mm³ würden sich ändern, wo Motiv und Tiefe %2 mm³ ergeben</translation>
  </message>
  <message>
   <source>the cast does not cut into the part</source>
   <translation>die Projektion schneidet nicht ins Teil</translation>
  </message>
  <message>
   <source>raised over several faces, all of the artwork must lie on them</source>
   <translation>erhaben über mehrere Flächen muss das ganze Motiv auf ihnen liegen</translation>
  </message>
  <message>
   <source>the flat cap comes out of the face: it would have to be more than %1 mm high</source>
   <translation>die ebene Deckfläche tritt aus der Fläche aus: sie müsste mehr als %1 mm hoch sein</translation>
  </message>
  <message>
   <source>the part is too thin to carry a flat cap over so bent a run</source>
   <translation>das Teil ist zu dünn, um über einen so gebogenen Flächenzug eine ebene Deckfläche zu tragen</translation>
  </message>
  <message>
   <source>%1 mm³ would change where %2 mm³ are asked</source>
   <translation>%1 mm³ würden sich ändern, wo %2 mm³ verlangt sind</translation>
  </message>
  <message>
   <source>the letters and the floor are not a sound solid</source>
   <translation>die Buchstaben und der Grund ergeben keinen einwandfreien Körper</translation>
  </message>
  <message>
   <source>the letters do not stand on the floor</source>
   <translation>die Buchstaben stehen nicht auf dem Grund</translation>
  </message>
  <message>
   <source>the part is too thin to carry parallel walls over so bent a run</source>
   <translation>das Teil ist zu dünn, um über einen so gebogenen Flächenzug parallele Flanken zu tragen</translation>
  </message>
  <message>
   <source>the outlines and the part do not combine into a sound solid</source>
   <translation>die Umrisse und das Teil verknüpfen sich nicht zu einem einwandfreien Körper</translation>
  </message>
  <message>
   <source>walls of it would touch along an edge, which is no sound solid</source>
   <translation>seine Wände würden sich entlang einer Kante berühren, was kein einwandfreier Körper ist</translation>
  </message>
  <message>
   <source>the caps of both faces are %1 mm apart at the joint</source>
   <translation>die Deckflächen beider Flächen sind am Übergang %1 mm auseinander</translation>
  </message>
  <message>
   <source>the face bends too much, or ends too soon, for letters that go this way off it: let them go another way, or not as far</source>
   <translation>die Fläche krümmt sich zu stark oder endet zu früh für Buchstaben, die so von ihr weggehen: lassen Sie sie anders oder weniger weit gehen</translation>
  </message>
  <message>
   <source>the face bends so much that letters on their way off it would run into themselves: let them lean or bend less, or another way, or end lower</source>
   <translation>die Fläche krümmt sich so stark, dass Buchstaben auf ihrem Weg in sich selbst liefen: neigen oder biegen Sie sie weniger oder anders, oder lassen Sie sie niedriger enden</translation>
  </message>
  <message>
   <source>a letter has no walls</source>
   <translation>ein Buchstabe hat keine Wände</translation>
  </message>
  <message>
   <source>%1 mm is more than the face's least radius</source>
   <translation>%1 mm ist mehr als der kleinste Radius der Fläche</translation>
  </message>
  <message>
   <source>it was refused, since it would come out wrong: %1</source>
   <translation>abgelehnt, denn es käme falsch heraus: %1</translation>
  </message>
  <message>
   <source>it was refused, since it would come out wrong: %1 mm³ would be %2 where the artwork and its depth give %3 mm³</source>
   <translation>abgelehnt, denn es käme falsch heraus: %1 mm³ würden %2, wo Motiv und Tiefe %3 mm³ ergeben</translation>
  </message>
  <message>
   <source>it was refused, since it would come out wrong: nothing of it would lie in the part</source>
   <translation>abgelehnt, denn es käme falsch heraus: nichts davon läge im Teil</translation>
  </message>
  <message>
   <source>it was refused, since material would be %1 where it should be %2</source>
   <translation>abgelehnt, denn Material würde %1, wo es %2 werden soll</translation>
  </message>
  <message>
   <source>make it lower</source>
   <translation>machen Sie es niedriger</translation>
  </message>
  <message>
   <source>make it less deep</source>
   <translation>machen Sie es weniger tief</translation>
  </message>
  <message>
   <source>it would come to “%1”, which is in its way: %2, or move it</source>
   <translation>es käme an „%1“ heran, das ist im Weg: %2, oder verschieben Sie es</translation>
  </message>
  <message>
   <source>the cap comes out of the face: its depth would be from %1 to %2 mm; make it deeper, or let the cap follow the face more closely</source>
   <translation>die Deckfläche tritt aus der Fläche aus: ihre Tiefe ginge von %1 bis %2 mm; machen Sie sie tiefer oder lassen Sie die Deckfläche der Fläche genauer folgen</translation>
  </message>
  <message>
   <source>the walls do not meet the face's parallel everywhere</source>
   <translation>die Flanken treffen die Parallele der Fläche nicht überall</translation>
  </message>
  <message>
   <source>the cap comes out of the face, and walls far from its middle do not come to it: make the artwork shorter, or let the cap follow the face more closely</source>
   <translation>die Deckfläche tritt aus der Fläche aus, und Wände fern von ihrer Mitte erreichen sie nicht: machen Sie das Motiv kürzer oder lassen Sie die Deckfläche der Fläche genauer folgen</translation>
  </message>
  <message>
   <source>with %1° of draft the walls meet before the %2%3: %4 mm is as deep as they go</source>
   <translation>bei %1° Schräge treffen sich die Flanken vor %2%3: tiefer als %4 mm gehen sie nicht</translation>
  </message>
  <message>
   <source>with %1° of draft the walls run into one another at the face%2: less than %3° would do</source>
   <translation>bei %1° Schräge laufen die Flanken an der Fläche ineinander%2: weniger als %3° ginge</translation>
  </message>
  <message>
   <source>all of the artwork lies off the face</source>
   <translation>das ganze Motiv liegt neben der Fläche</translation>
  </message>
  <message>
   <source>all of the artwork misses the face</source>
   <translation>das ganze Motiv verfehlt die Fläche</translation>
  </message>
  <message>
   <source>letters that end above or below the face need a field within one face, clear of its edges and of other relief</source>
   <translation>Buchstaben, die über oder unter der Fläche enden, brauchen ein Feld innerhalb einer Fläche, frei von ihren Kanten und anderem Relief</translation>
  </message>
  <message>
   <source>letters that lean or bend over need a place within one face, clear of its edges, and nothing else where they come over it</source>
   <translation>Buchstaben, die sich neigen oder biegen, brauchen einen Platz innerhalb einer Fläche, frei von ihren Kanten, und nichts anderes dort, wo sie über ihr liegen</translation>
  </message>
  <message>
   <source>the artwork is longer than the way round: its ends would lie on one another</source>
   <translation>das Motiv ist länger als der Weg herum: seine Enden lägen aufeinander</translation>
  </message>
  <message>
   <source>all of the artwork misses the faces</source>
   <translation>das ganze Motiv verfehlt die Flächen</translation>
  </message>
  <message>
   <source>what a projection casts over where two faces meet has walls without draft, a section or softened edges: move it clear of there, or give that to each face by itself</source>
   <translation>was eine Projektion darüber wirft, wo zwei Flächen zusammentreffen, hat gerade Flanken ohne Querschnitt und gebrochene Kanten: Verschieben Sie es davon weg, oder geben Sie das jeder Fläche für sich</translation>
  </message>
  <message>
   <source>letters that lean or bend over stand on one face each: move them clear of where two meet, or let them stand upright</source>
   <translation>Buchstaben, die sich neigen oder umbiegen, stehen auf je einer Fläche: rücken Sie sie von der Kante weg, an der zwei sich treffen, oder lassen Sie sie gerade stehen</translation>
  </message>
  <message>
   <source>over several faces walls run square to each face and caps follow it; parallel walls and flat caps need a projection there, onto one side</source>
   <translation>über mehrere Flächen stehen Flanken senkrecht zu jeder Fläche und Deckflächen folgen ihr; parallele Flanken und ebene Deckflächen brauchen dort eine Projektion auf eine Seite</translation>
  </message>
  <message>
   <source>cast over several faces walls have no draft</source>
   <translation>über mehrere Flächen projiziert haben Flanken keine Schräge</translation>
  </message>
  <message>
   <source>cast over several faces a flat cap does not rise</source>
   <translation>über mehrere Flächen projiziert steigt eine ebene Deckfläche nicht</translation>
  </message>
  <message>
   <source>ink that is carved to its middle does not cut through</source>
   <translation>was bis zur Mitte gestochen wird, geht nicht durch den Körper hindurch</translation>
  </message>
  <message>
   <source>lines with a section, and softened edges, do not cut through</source>
   <translation>Linien mit einem Querschnitt und gebrochene Kanten schneiden nicht durch</translation>
  </message>
  <message>
   <source>the face ends there, or bends too sharply for it</source>
   <translation>die Fläche endet dort, oder krümmt sich zu stark dafür</translation>
  </message>
  <message>
   <source>the artwork crosses the seam of the face</source>
   <translation>das Motiv kreuzt die Naht der Fläche</translation>
  </message>
  <message>
   <source>part of the outline misses the face</source>
   <translation>ein Teil des Umrisses verfehlt die Fläche</translation>
  </message>
  <message>
   <source>letters of a field that end above or below their faces stand on one of them each, clear of where two meet: move them, or let them end level there</source>
   <translation>Buchstaben eines Feldes, die über oder unter ihren Flächen enden, stehen jeder auf einer davon, frei von der Stelle, wo zwei zusammentreffen: Verschieben Sie sie, oder lassen Sie sie dort bündig enden</translation>
  </message>
  <message>
   <source>letters end above or below a field that lies all on its faces</source>
   <translation>Buchstaben enden über oder unter einem Feld, das ganz auf seinen Flächen liegt</translation>
  </message>
  <message>
   <source>a letter has no floor to stand on</source>
   <translation>ein Buchstabe hat keinen Grund, auf dem er steht</translation>
  </message>
  <message>
   <source>the floor of the field does not follow its face</source>
   <translation>der Grund des Feldes folgt seiner Fläche nicht</translation>
  </message>
  <message>
   <source>the letters cannot be put into the floor: %1</source>
   <translation>die Buchstaben lassen sich nicht in den Grund setzen: %1</translation>
  </message>
  <message>
   <source>lines run where the face turns away from the projection: there they have no section</source>
   <translation>Linien laufen dort, wo sich die Fläche von der Projektion abwendet: dort haben sie keinen Querschnitt</translation>
  </message>
  <message>
   <source>the sheet of this face is stretched by %1 here: the bottom of lines that are %2 mm wide would be flat, not round; take a smaller ball, or a V</source>
   <translation>die Abwicklung dieser Fläche ist hier um %1 gedehnt: der Grund von %2 mm breiten Linien wäre flach, nicht rund; nehmen Sie eine kleinere Kugel oder ein V</translation>
  </message>
  <message>
   <source>a tool that cuts %1 mm wide at %2 mm does not fit into all of the artwork: a section is for lines, such as single-stroke text, outlines of shapes and bands along edges</source>
   <translation>ein Werkzeug, das bei %2 mm Tiefe %1 mm breit schneidet, passt nicht überall in das Motiv: ein Querschnitt ist für Linien wie Einstrichschrift, Umrisse von Formen und Bänder entlang von Kanten</translation>
  </message>
  <message>
   <source>a dovetail spreads by %1 mm to either side under the face: its sides would meet; give lines more room, rounder corners, or its flanks less of an angle</source>
   <translation>ein Schwalbenschwanz breitet sich unter der Fläche um %1 mm nach beiden Seiten aus: seine Seiten würden sich treffen; geben Sie den Linien mehr Platz, rundere Ecken, oder seinen Flanken weniger Winkel</translation>
  </message>
  <message>
   <source>%1 mm³ would be %2 where the artwork and its depth give %3 mm³ at most</source>
   <translation>%1 mm³ würden %2, wo Motiv und Tiefe höchstens %3 mm³ ergeben</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet</source>
   <translation>bei %1, %2 mm der Abwicklung</translation>
  </message>
  <message>
   <source>under most of the ink nothing would be made</source>
   <translation>unter dem größten Teil des Auftrags würde nichts gemacht</translation>
  </message>
  <message>
   <source>it could not be looked through</source>
   <translation>es ließ sich nicht hindurchsehen</translation>
  </message>
  <message>
   <source>%1 the asked depth would not be made</source>
   <translation>%1 würde die verlangte Tiefe nicht gemacht</translation>
  </message>
  <message>
   <source>%1 it would %2 %3 mm where %4 mm were asked</source>
   <translation>%1 würde es %3 mm %2, wo %4 mm verlangt sind</translation>
  </message>
  <message>
   <source>%1 the part would change although there is no ink</source>
   <translation>%1 würde sich das Teil ändern, obwohl kein Auftrag da ist</translation>
  </message>
  <message>
   <source>%1 it would run through a face that stays where it is</source>
   <translation>%1 liefe es durch eine Fläche, die bleibt, wo sie ist</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet there would be %3 at %4 of the letters' way</source>
   <translation>bei %1, %2 mm der Abwicklung wäre %3 bei %4 des Weges der Buchstaben</translation>
  </message>
  <message>
   <source>%1 there would be no material between %2 and %3 mm</source>
   <translation>%1 wäre zwischen %2 und %3 mm kein Material</translation>
  </message>
  <message>
   <source>%1 there would be material although there is no ink</source>
   <translation>%1 wäre Material, obwohl kein Auftrag da ist</translation>
  </message>
  <message>
   <source>a mark would move the face %1</source>
   <translation>eine Markierung würde die Fläche verschieben %1</translation>
  </message>
  <message>
   <source>%1 the part would change away from the layer that was asked for</source>
   <translation>%1 würde sich das Teil abseits der verlangten Lage ändern</translation>
  </message>
  <message>
   <source>stand out</source>
   <translation>herausstehen</translation>
  </message>
  <message>
   <source>be cut</source>
   <translation>eingeschnitten</translation>
  </message>
  <message>
   <source>no material</source>
   <translation>kein Material</translation>
  </message>
  <message>
   <source>the artwork reaches so far round that parallel walls would graze the face: let them stand square to it, or make the artwork shorter</source>
   <translation>das Motiv reicht so weit herum, dass parallele Flanken die Fläche streifen: lassen Sie sie senkrecht dazu stehen oder machen Sie das Motiv kürzer</translation>
  </message>
  <message>
   <source>artwork that is projected has its walls along the projection</source>
   <translation>ein projiziertes Motiv hat seine Wände entlang der Projektion</translation>
  </message>
  <message>
   <source>with parallel walls a cap that rises has to be a flat one</source>
   <translation>bei parallelen Flanken muss eine steigende Deckfläche eben sein</translation>
  </message>
  <message>
   <source>the artwork lies beside the face</source>
   <translation>das Motiv liegt neben der Fläche</translation>
  </message>
  <message>
   <source>the face has parts on several shells</source>
   <translation>die Fläche hat Teile auf mehreren Schalen</translation>
  </message>
  <message>
   <source>the parts of the face look different ways</source>
   <translation>die Teile der Fläche blicken in verschiedene Richtungen</translation>
  </message>
  <message>
   <source>what goes round other relief leaves it on the face itself</source>
   <translation>was um anderes Relief herumgeht, lässt es auf der Fläche selbst</translation>
  </message>
  <message>
   <source>a region ends at a joint</source>
   <translation>ein Gebiet endet an einem Übergang</translation>
  </message>
  <message>
   <source>the artwork runs over a joint from one part of a face to another</source>
   <translation>das Motiv läuft über einen Übergang von einem Teil einer Fläche zum anderen</translation>
  </message>
  <message>
   <source>all of an outline lies on a joint</source>
   <translation>ein ganzer Umriss liegt auf einem Übergang</translation>
  </message>
  <message>
   <source>both faces are %1 mm apart at the joint</source>
   <translation>beide Flächen sind am Übergang %1 mm auseinander</translation>
  </message>
  <message>
   <source>the faces do not meet there any more</source>
   <translation>die Flächen treffen sich dort nicht mehr</translation>
  </message>
  <message>
   <source>an outline leaves its face where no joint is</source>
   <translation>ein Umriss verlässt seine Fläche, wo kein Übergang ist</translation>
  </message>
  <message>
   <source>the faces belong to several shells</source>
   <translation>die Flächen gehören zu mehreren Schalen</translation>
  </message>
  <message>
   <source>the artwork runs over where two joints meet</source>
   <translation>das Motiv läuft darüber, wo zwei Übergänge sich treffen</translation>
  </message>
  <message>
   <source>%1 pieces</source>
   <translation>%1 Stücke</translation>
  </message>
  <message>
   <source>what goes all the way round a face has no section: its walls are square</source>
   <translation>was ganz um eine Fläche läuft, hat keinen Querschnitt: seine Wände stehen senkrecht</translation>
  </message>
  <message>
   <source>lines with a section are all of one depth: their width follows from it</source>
   <translation>Linien mit Querschnitt haben alle dieselbe Tiefe: ihre Breite folgt daraus</translation>
  </message>
  <message>
   <source>caps that follow another face have square walls, and letters no depth of their own</source>
   <translation>Deckflächen, die einer anderen Fläche folgen, haben senkrechte Wände, und Buchstaben keine eigene Tiefe</translation>
  </message>
  <message>
   <source>what goes all the way round a face is not carved to its middle</source>
   <translation>was ganz um eine Fläche herumläuft, wird nicht bis zur Mitte gestochen</translation>
  </message>
  <message>
   <source>what goes all the way round a face has no draft: its walls stand square</source>
   <translation>was ganz um eine Fläche geht, hat keine Schräge: seine Flanken stehen senkrecht</translation>
  </message>
  <message>
   <source>in a mould letters stand upright: others would not come out of it</source>
   <translation>in einer Form stehen Buchstaben gerade: andere kämen nicht heraus</translation>
  </message>
  <message>
   <source>letters of a field end level with the face where walls have draft or run parallel, and where caps are flat or rise</source>
   <translation>Buchstaben eines Feldes enden bündig, wo Flanken Schräge haben oder parallel laufen und wo Deckflächen eben sind oder steigen</translation>
  </message>
  <message>
   <source>cap of the panel</source>
   <translation>Deckfläche des Schildes</translation>
  </message>
  <message>
   <source>floor of the field</source>
   <translation>Boden des Feldes</translation>
  </message>
  <message>
   <source>letters that end %1 mm off the face are beyond the %2</source>
   <translation>Buchstaben, die %1 mm neben der Fläche enden, liegen jenseits: %2</translation>
  </message>
  <message>
   <source>letters of a field that is filled with a pattern all end alike</source>
   <translation>Buchstaben eines Feldes, das mit einem Muster gefüllt ist, enden alle gleich</translation>
  </message>
  <message>
   <source>edges are softened where walls stand square or have draft, and caps follow the face</source>
   <translation>Kanten werden gebrochen, wo Flanken senkrecht stehen oder Schräge haben und Deckflächen der Fläche folgen</translation>
  </message>
  <message>
   <source>what goes all the way round a face has sharp edges</source>
   <translation>was ganz um eine Fläche geht, hat scharfe Kanten</translation>
  </message>
  <message>
   <source>a cap that rises needs artwork in one place: not along a guide, nor in copies</source>
   <translation>eine steigende Deckfläche braucht ein Motiv an einem Ort: nicht entlang einer Leitlinie und nicht in Kopien</translation>
  </message>
  <message>
   <source>pieces lie on one face: let the artwork not run over its edges</source>
   <translation>Stücke liegen auf einer Fläche: lassen Sie das Motiv nicht über ihre Kanten laufen</translation>
  </message>
  <message>
   <source>letters that bend over, or follow a path, have one depth</source>
   <translation>Buchstaben, die sich umbiegen oder einem Weg folgen, haben eine Tiefe</translation>
  </message>
  <message>
   <source>nothing is left of the pieces: %1 mm are free under them in a pocket of %2 mm, and they end %3 mm below the face</source>
   <translation>von den Stücken bleibt nichts: %1 mm sind unter ihnen in einer Tasche von %2 mm frei, und sie enden %3 mm unter der Fläche</translation>
  </message>
  <message>
   <source>the relief's caps do not meet where two faces do</source>
   <translation>die Deckflächen des Reliefs treffen sich nicht, wo zwei Flächen es tun</translation>
  </message>
  <message>
   <source>this lies on several faces</source>
   <translation>dies liegt auf mehreren Flächen</translation>
  </message>
  <message>
   <source>%1 of %2 pieces would have no place on the face for a part of them: move them onto it, or leave them out</source>
   <translation>Von %2 Stücken hätten %1 zum Teil keinen Platz auf der Fläche: Verschieben Sie sie darauf, oder lassen Sie sie weg</translation>
  </message>
  <message>
   <source>the pieces were refused, since they would come out wrong: %1</source>
   <translation>die Stücke wurden abgelehnt, denn sie kämen falsch heraus: %1</translation>
  </message>
  <message>
   <source>a clearance of %1 mm leaves nothing of the narrowest strokes: give less, or larger letters</source>
   <translation>ein Spiel von %1 mm lässt von den schmalsten Strichen nichts: geben Sie weniger an oder größere Buchstaben</translation>
  </message>
  <message>
   <source>the pieces were refused, since they would come out wrong: %1 mm³ where the outlines give %2 mm³</source>
   <translation>die Stücke wurden abgelehnt, denn sie kämen falsch heraus: %1 mm³, wo die Umrisse %2 mm³ ergeben</translation>
  </message>
  <message>
   <source>pins cannot be joined to a letter: give other sizes</source>
   <translation>Stifte lassen sich nicht an einen Buchstaben fügen: geben Sie andere Maße an</translation>
  </message>
  <message>
   <source>a joint is covered in another way on the face beside it</source>
   <translation>ein Übergang ist auf der Fläche daneben anders bedeckt</translation>
  </message>
  <message>
   <source>two outlines meet on a joint</source>
   <translation>zwei Umrisse treffen sich auf einem Übergang</translation>
  </message>
  <message>
   <source>an outline does not begin on an edge of its face</source>
   <translation>ein Umriss beginnt nicht auf einer Kante seiner Fläche</translation>
  </message>
  <message>
   <source>the artwork reaches the end of a joint</source>
   <translation>das Motiv erreicht das Ende eines Übergangs</translation>
  </message>
  <message>
   <source>a hole of the face lies in none of its parts</source>
   <translation>ein Loch der Fläche liegt in keinem ihrer Teile</translation>
  </message>
  <message>
   <source>the artwork reaches the end of a joint, or itself</source>
   <translation>das Motiv erreicht das Ende eines Übergangs oder sich selbst</translation>
  </message>
  <message>
   <source>outlines and edges do not close</source>
   <translation>Umrisse und Kanten schließen nicht</translation>
  </message>
  <message>
   <source>an outline does not run from edge to edge</source>
   <translation>ein Umriss läuft nicht von Kante zu Kante</translation>
  </message>
  <message>
   <source>the artwork cannot be joined where two faces meet: move it a little</source>
   <translation>das Motiv lässt sich nicht verbinden, wo zwei Flächen sich treffen: verschieben Sie es ein wenig</translation>
  </message>
  <message>
   <source>the artwork lies over a corner where four faces meet, at %1, %2 mm on the sheet: move it a little, or make it smaller</source>
   <translation>das Motiv liegt über einer Ecke, an der vier Flächen zusammenkommen, bei %1, %2 mm der Abwicklung: verschieben Sie es ein wenig oder machen Sie es kleiner</translation>
  </message>
  <message>
   <source>softened edges of %1 and %2 mm take %3 mm of walls that are %4 mm high: give smaller ones</source>
   <translation>gebrochene Kanten von %1 und %2 mm brauchen %3 mm von Flanken, die %4 mm hoch sind: geben Sie kleinere an</translation>
  </message>
  <message>
   <source>drawn in</source>
   <translation>eingezogen</translation>
  </message>
  <message>
   <source>with these edges the outlines would be %1 by %2 mm, %3 mm from the face: strokes or gaps are too narrow for that</source>
   <translation>mit diesen Kanten wären die Umrisse %3 mm von der Fläche um %2 mm %1: Striche oder Lücken sind dafür zu schmal</translation>
  </message>
  <message>
   <source>the face bends too sharply: its parallel is %1 mm off</source>
   <translation>die Fläche krümmt sich zu scharf: ihre Parallele weicht %1 mm ab</translation>
  </message>
  <message>
   <source>the cap reaches over the end of the face: move it inwards, or make it smaller</source>
   <translation>die Deckfläche reicht über das Ende der Fläche hinaus: rücken Sie es nach innen, oder machen Sie es kleiner</translation>
  </message>
  <message>
   <source>no smooth cap follows it: the nearest one is %1 mm off</source>
   <translation>keine glatte Deckfläche folgt ihr: die nächste weicht %1 mm ab</translation>
  </message>
  <message>
   <source>the depth of %1 mm reaches past the axis at the narrow end</source>
   <translation>die Tiefe von %1 mm reicht am engen Ende über die Achse</translation>
  </message>
  <message>
   <source>the depth of %1 mm reaches past the axis: the radius is %2 mm</source>
   <translation>die Tiefe von %1 mm reicht über die Achse: der Radius ist %2 mm</translation>
  </message>
  <message>
   <source>at %1, %2 mm on the sheet, %3 mm within the edge of a line, it would be %4 mm instead of %5 mm</source>
   <translation>bei %1, %2 mm auf der Abwicklung, %3 mm innerhalb des Randes einer Linie, wäre es %4 mm statt %5 mm</translation>
  </message>
  <message>
   <source>the outlines and the faces could not be combined</source>
   <translation>die Umrisse und die Flächen ließen sich nicht verknüpfen</translation>
  </message>
  <message>
   <source>the outlines and the faces do not combine into a sound solid</source>
   <translation>die Umrisse und die Flächen verknüpfen sich nicht zu einem einwandfreien Körper</translation>
  </message>
  <message>
   <source>an arc needs the axis of its face</source>
   <translation>ein Bogen braucht die Achse seiner Fläche</translation>
  </message>
  <message>
   <source>“%1” are no serials: write from-to, such as 1-200</source>
   <translation>„%1“ sind keine Seriennummern: schreiben Sie von-bis, etwa 1-200</translation>
  </message>
  <message>
   <source>from %1 to %2 is no series of 1 to %3 parts</source>
   <translation>von %1 bis %2 ist keine Serie von 1 bis %3 Teilen</translation>
  </message>
  <message>
   <source>row %1: a file cannot be called “%2”</source>
   <translation>Zeile %1: eine Datei kann nicht „%2“ heißen</translation>
  </message>
  <message>
   <source>the column “%1” sets nothing: its head is none of %2, nor a stamp followed by “%3” or “%4”</source>
   <translation>die Spalte „%1“ setzt nichts: ihr Kopf ist weder %2 noch eine Prägung mit „%3“ oder „%4“ dahinter</translation>
  </message>
  <message>
   <source>“%1” under “%2” is neither yes nor no</source>
   <translation>„%1“ unter „%2“ ist weder ja noch nein</translation>
  </message>
  <message>
   <source>“%1” cannot be the logo of “%2”</source>
   <translation>„%1“ kann nicht das Logo von „%2“ sein</translation>
  </message>
  <message>
   <source>rows %1 and %2 would both write “%3”: part them by --name, or by a column headed “%4”</source>
   <translation>die Zeilen %1 und %2 würden beide „%3“ schreiben: trennen Sie sie durch --name oder durch eine Spalte mit dem Kopf „%4“</translation>
  </message>
  <message>
   <source>“%1” is no serial: it holds no number, or several</source>
   <translation>„%1“ ist keine Seriennummer: sie enthält keine Zahl oder mehrere</translation>
  </message>
  <message>
   <source>the serial “%1”: %2</source>
   <translation>die Seriennummer „%1“: %2</translation>
  </message>
  <message>
   <source>the logo %1 cannot be read: %2</source>
   <translation>das Logo %1 lässt sich nicht lesen: %2</translation>
  </message>
  <message>
   <source>--name “%1” is not made of {job}, {serial}, {row} and heads of columns</source>
   <translation>--name „%1“ besteht nicht aus {job}, {serial}, {row} und Köpfen von Spalten</translation>
  </message>
  <message>
   <source>the process that made it ended without a word: it is left out</source>
   <translation>der Prozess, der es machte, endete ohne ein Wort: es entfällt</translation>
  </message>
  <message>
   <source>a cluster needs the extra “cluster” of this program</source>
   <translation>ein Rechnerverbund braucht den Zusatz „cluster“ dieses Programms</translation>
  </message>
  <message>
   <source>no cluster answers at %1</source>
   <translation>kein Rechnerverbund antwortet unter %1</translation>
  </message>
  <message>
   <source>this could not be done (%1: %2)</source>
   <translation>dies ließ sich nicht tun (%1: %2)</translation>
  </message>
  <message>
   <source>%1 holds no rows under a line of heads</source>
   <translation>%1 enthält keine Zeilen unter einer Kopfzeile</translation>
  </message>
  <message>
   <source>%1: column %2 has no head</source>
   <translation>%1: Spalte %2 hat keinen Kopf</translation>
  </message>
  <message>
   <source>%1 has more than %2 rows</source>
   <translation>%1 hat mehr als %2 Zeilen</translation>
  </message>
  <message>
   <source>%1, row %2: there are more cells than columns</source>
   <translation>%1, Zeile %2: es gibt mehr Zellen als Spalten</translation>
  </message>
  <message>
   <source>%1: two columns are headed “%2”</source>
   <translation>%1: zwei Spalten haben den Kopf „%2“</translation>
  </message>
  <message>
   <source>%1 is not UTF-8 text</source>
   <translation>%1 ist kein UTF-8-Text</translation>
  </message>
  <message>
   <source>%1 is no sound CSV: %2</source>
   <translation>%1 ist kein einwandfreies CSV: %2</translation>
  </message>
  <message>
   <source>%1 is no sound XLSX</source>
   <translation>%1 ist kein einwandfreies XLSX</translation>
  </message>
  <message>
   <source>this face has no edges: it closes all round</source>
   <translation>diese Fläche hat keine Kanten: sie schließt sich ringsum</translation>
  </message>
  <message>
   <source>%1 edges</source>
   <translation>%1 Kanten</translation>
  </message>
  <message>
   <source>this face has no %1</source>
   <translation>diese Fläche hat kein %1</translation>
  </message>
  <message>
   <source>no geodesics are run on the sheet of %1</source>
   <translation>auf der Abwicklung von %1 laufen keine Geodäten</translation>
  </message>
  <message>
   <source>%1 mm from its edges nothing is left of the face</source>
   <translation>%1 mm von ihren Kanten bleibt von der Fläche nichts übrig</translation>
  </message>
  <message>
   <source>%1 copies, each %2 mm long, take %3 mm, the girth is %4 mm: %5</source>
   <translation>%1 Kopien von je %2 mm Länge brauchen %3 mm, der Umfang ist %4 mm: %5</translation>
  </message>
  <message>
   <source>the copies lie over one another many times: make the step longer</source>
   <translation>die Kopien liegen vielfach übereinander: machen Sie den Schritt länger</translation>
  </message>
  <message>
   <source>copies all round need a face that closes</source>
   <translation>Kopien ringsum brauchen eine Fläche, die sich schließt</translation>
  </message>
  <message>
   <source>%1 fit</source>
   <translation>%1 passen</translation>
  </message>
  <message>
   <source>not one fits</source>
   <translation>keine einzige passt</translation>
  </message>
  <message>
   <source>a round face has no left or right edge to measure from</source>
   <translation>eine runde Fläche hat keine linke oder rechte Kante zum Messen</translation>
  </message>
  <message>
   <source>the artwork covers the middle that its copies go round</source>
   <translation>das Motiv bedeckt die Mitte, um die seine Kopien gehen</translation>
  </message>
  <message>
   <source>middle of the face</source>
   <translation>Mitte der Fläche</translation>
  </message>
  <message>
   <source>an arc cannot cover more than 360°</source>
   <translation>ein Bogen kann nicht mehr als 360° umfassen</translation>
  </message>
  <message>
   <source>a round face has no left and right edges to be midway between</source>
   <translation>eine runde Fläche hat keine linke und rechte Kante, zwischen denen eine Mitte läge</translation>
  </message>
  <message>
   <source>this face has %1 edges: there is no edge %2</source>
   <translation>diese Fläche hat %1 Kanten: es gibt keine Kante %2</translation>
  </message>
  <message>
   <source>%1 mm in from that edge nothing is left of the face</source>
   <translation>%1 mm von dieser Kante herein bleibt von der Fläche nichts übrig</translation>
  </message>
  <message>
   <source>the face is only %1 mm high there</source>
   <translation>die Fläche ist dort nur %1 mm hoch</translation>
  </message>
  <message>
   <source>the program cuts nothing</source>
   <translation>das Programm schneidet nichts</translation>
  </message>
  <message>
   <source>the program goes to %1 mm: the table ends at %2</source>
   <translation>das Programm fährt bis %1 mm: der Tisch endet bei %2</translation>
  </message>
  <message>
   <source>it turns the part: tell the diameter of the part at X0</source>
   <translation>es dreht das Teil: nennen Sie den Durchmesser des Teils bei X0</translation>
  </message>
  <message>
   <source>%1 mm%2</source>
   <translation>%1 mm%2</translation>
  </message>
  <message>
   <source>Deepest</source>
   <translation>Tiefste Stelle</translation>
  </message>
  <message>
   <source>Engraved area</source>
   <translation>Gravierte Fläche</translation>
  </message>
  <message>
   <source>nobody says which cutter is in the spindle</source>
   <translation>niemand sagt, welcher Fräser in der Spindel ist</translation>
  </message>
  <message>
   <source>it would cross through the part at Z%1</source>
   <translation>es würde bei Z%1 quer durch das Teil fahren</translation>
  </message>
  <message>
   <source>, V of %1°</source>
   <translation>, V von %1°</translation>
  </message>
  <message>
   <source>too narrow</source>
   <translation>zu schmal</translation>
  </message>
  <message>
   <source>%1 does not say how large it is, in mm</source>
   <translation>%1 sagt nicht, wie groß es ist, in mm</translation>
  </message>
  <message>
   <source>%1 is not in mm</source>
   <translation>%1 ist nicht in mm</translation>
  </message>
  <message>
   <source>%1 is no sound DXF: %2</source>
   <translation>%1 ist kein einwandfreies DXF: %2</translation>
  </message>
  <message>
   <source>given up</source>
   <translation>aufgegeben</translation>
  </message>
  <message>
   <source>%1 cannot be handed in: %2</source>
   <translation>%1 lässt sich nicht einreichen: %2</translation>
  </message>
  <message>
   <source>it is %1 × %2 mm: the beam reaches %3 × %4</source>
   <translation>es ist %1 × %2 mm: der Strahl reicht %3 × %4</translation>
  </message>
  <message>
   <source>there is nothing in it that is worked</source>
   <translation>es ist nichts darin, das bearbeitet wird</translation>
  </message>
  <message>
   <source>%1 × %2 mm</source>
   <translation>%1 × %2 mm</translation>
  </message>
  <message>
   <source>Beam's way</source>
   <translation>Weg des Strahls</translation>
  </message>
  <message>
   <source>Burnt area</source>
   <translation>Gebrannte Fläche</translation>
  </message>
  <message>
   <source>a beam of %1 mm widens every edge by %2: allow for a kerf</source>
   <translation>ein Strahl von %1 mm verbreitert jede Kante um %2: berücksichtigen Sie eine Schnittfuge</translation>
  </message>
  <message>
   <source>the lid is open</source>
   <translation>der Deckel ist offen</translation>
  </message>
  <message>
   <source>%1 cannot be read (%2: %3)</source>
   <translation>%1 lässt sich nicht lesen (%2: %3)</translation>
  </message>
  <message>
   <source>%1 is nothing for it: it takes %2</source>
   <translation>%1 ist nichts für sie: sie nimmt %2</translation>
  </message>
  <message>
   <source>A stand-in for a machine.</source>
   <translation>Ein Stellvertreter für eine Maschine.</translation>
  </message>
  <message>
   <source>times as fast as its model</source>
   <translation>so viel schneller als ihr Vorbild</translation>
  </message>
  <message>
   <source>stop when whoever started it has gone</source>
   <translation>anhalten, wenn fort ist, wer sie gestartet hat</translation>
  </message>
  <message>
   <source>printer</source>
   <translation>Drucker</translation>
  </message>
  <message>
   <source>Filament printer</source>
   <translation>Filamentdrucker</translation>
  </message>
  <message>
   <source>laser</source>
   <translation>Laser</translation>
  </message>
  <message>
   <source>Engraving laser</source>
   <translation>Gravierlaser</translation>
  </message>
  <message>
   <source>engraver</source>
   <translation>Graviermaschine</translation>
  </message>
  <message>
   <source>Engraver with a rotary axis</source>
   <translation>Graviermaschine mit Drehachse</translation>
  </message>
  <message>
   <source>press</source>
   <translation>Presse</translation>
  </message>
  <message>
   <source>Marking press</source>
   <translation>Markierpresse</translation>
  </message>
  <message>
   <source>layer</source>
   <translation>Schicht</translation>
  </message>
  <message>
   <source>nozzle</source>
   <translation>Düse</translation>
  </message>
  <message>
   <source>speed</source>
   <translation>Geschwindigkeit</translation>
  </message>
  <message>
   <source>spot</source>
   <translation>Fleck</translation>
  </message>
  <message>
   <source>vee</source>
   <translation>V</translation>
  </message>
  <message>
   <source>taper</source>
   <translation>Kegel</translation>
  </message>
  <message>
   <source>copies</source>
   <translation>Kopien</translation>
  </message>
  <message>
   <source>%1: %2 %3 for %4 sent</source>
   <translation>%1: %2 %3 für %4 gesendet</translation>
  </message>
  <message>
   <source>the sheet is %1 × %2 mm: the table holds %3 × %4</source>
   <translation>das Blatt ist %1 × %2 mm: auf den Tisch passen %3 × %4</translation>
  </message>
  <message>
   <source>%1 dots to an inch are too many for a sheet of that size</source>
   <translation>%1 Punkte je Zoll sind für ein Blatt dieser Größe zu viele</translation>
  </message>
  <message>
   <source>Printed area</source>
   <translation>Gedruckte Fläche</translation>
  </message>
  <message>
   <source>Dots</source>
   <translation>Punkte</translation>
  </message>
  <message>
   <source>Ink</source>
   <translation>Farbe</translation>
  </message>
  <message>
   <source>estimated with walls of %1 mm and %2 % of the inside filled</source>
   <translation>geschätzt mit Wänden von %1 mm und %2 % Füllung</translation>
  </message>
  <message>
   <source>it is %1 × %2 × %3 mm, and fits the bed of %4 × %5 × %6 in no way that it is turned</source>
   <translation>es ist %1 × %2 × %3 mm und passt gedreht oder nicht auf kein Bett von %4 × %5 × %6</translation>
  </message>
  <message>
   <source>Size as it stands</source>
   <translation>Größe, wie es steht</translation>
  </message>
  <message>
   <source>Layers</source>
   <translation>Schichten</translation>
  </message>
  <message>
   <source>Area that needs supports</source>
   <translation>Fläche, die Stützen braucht</translation>
  </message>
  <message>
   <source>Material</source>
   <translation>Material</translation>
  </message>
  <message>
   <source>the triangles do not close: layers may have gaps</source>
   <translation>die Dreiecke schließen nicht: Schichten können Lücken haben</translation>
  </message>
  <message>
   <source>%1 holds no triangles</source>
   <translation>%1 enthält keine Dreiecke</translation>
  </message>
  <message>
   <source>as it came</source>
   <translation>wie es kam</translation>
  </message>
  <message>
   <source>so that less of it needs supports</source>
   <translation>sodass weniger davon Stützen braucht</translation>
  </message>
  <message>
   <source>Volume</source>
   <translation>Volumen</translation>
  </message>
  <message>
   <source>%1 is no sound 3MF: %2</source>
   <translation>%1 ist kein einwandfreies 3MF: %2</translation>
  </message>
  <message>
   <source>cylinder</source>
   <translation>Zylinder</translation>
  </message>
  <message>
   <source>flat</source>
   <translation>eben</translation>
  </message>
  <message>
   <source>cone</source>
   <translation>Kegel</translation>
  </message>
  <message>
   <source>ball</source>
   <translation>Kugel</translation>
  </message>
  <message>
   <source>torus</source>
   <translation>Torus</translation>
  </message>
  <message>
   <source>freeform</source>
   <translation>Freiform</translation>
  </message>
  <message>
   <source>turned</source>
   <translation>gedreht</translation>
  </message>
  <message>
   <source>extruded</source>
   <translation>Strang</translation>
  </message>
  <message>
   <source>cap</source>
   <translation>Deckfläche</translation>
  </message>
  <message>
   <source>wall</source>
   <translation>Flanke</translation>
  </message>
  <message>
   <source>floor</source>
   <translation>Boden</translation>
  </message>
  <message>
   <source>saved</source>
   <translation>gesichert</translation>
  </message>
  <message>
   <source>note</source>
   <translation>Hinweis</translation>
  </message>
  <message>
   <source>notes</source>
   <translation>Hinweise</translation>
  </message>
  <message>
   <source>narrower</source>
   <translation>enger</translation>
  </message>
  <message>
   <source>wider</source>
   <translation>weiter</translation>
  </message>
  <message>
   <source>rounded</source>
   <translation>gerundet</translation>
  </message>
  <message>
   <source>cut off</source>
   <translation>abgefast</translation>
  </message>
  <message>
   <source>on</source>
   <translation>ein</translation>
  </message>
  <message>
   <source>off</source>
   <translation>aus</translation>
  </message>
  <message>
   <source>move</source>
   <translation>verschieben</translation>
  </message>
  <message>
   <source>size</source>
   <translation>skalieren</translation>
  </message>
  <message>
   <source>turn</source>
   <translation>drehen</translation>
  </message>
  <message>
   <source>text</source>
   <translation>Text</translation>
  </message>
  <message>
   <source>limit</source>
   <translation>Grenze</translation>
  </message>
  <message>
   <source>name</source>
   <translation>Name</translation>
  </message>
  <message>
   <source>stamp</source>
   <translation>Prägung</translation>
  </message>
  <message>
   <source>As usual …</source>
   <translation>Wie üblich …</translation>
  </message>
  <message>
   <source>Clean-up</source>
   <translation>Bereinigung</translation>
  </message>
  <message>
   <source>V-engraving</source>
   <translation>V-Gravur</translation>
  </message>
  <message>
   <source>Word</source>
   <translation>Wort</translation>
  </message>
  <message>
   <source>plunges</source>
   <translation>Eintauchen</translation>
  </message>
  <message>
   <source>usual</source>
   <translation>üblich</translation>
  </message>
  <message>
   <source>lower</source>
   <translation>unten</translation>
  </message>
  <message>
   <source>upper</source>
   <translation>oben</translation>
  </message>
  <message>
   <source>outlines</source>
   <translation>Umrisse</translation>
  </message>
  <message>
   <source>None</source>
   <translation>Keine</translation>
  </message>
  <message>
   <source>G-code</source>
   <translation>G-Code</translation>
  </message>
  <message>
   <source>Heights, row %1, place %2</source>
   <translation>Höhen, Zeile %1, Platz %2</translation>
  </message>
  <message>
   <source>%1 to %2</source>
   <translation>%1 bis %2</translation>
  </message>
  <message>
   <source>wall %1 mm</source>
   <translation>Wand %1 mm</translation>
  </message>
  <message>
   <source>cone %1 to %2 mm, %3 mm high, wall %4 mm</source>
   <translation>Kegel %1 bis %2 mm, %3 mm hoch, Wand %4 mm</translation>
  </message>
  <message>
   <source>dome %1 mm, %2 mm high, wall %3 mm</source>
   <translation>Kuppel %1 mm, %2 mm hoch, Wand %3 mm</translation>
  </message>
 </context>
</TS>
