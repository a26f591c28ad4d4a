/**
 * Short texts to be copied by hand: every letter of the language stands in each at least four times, capitals and small ones together, in changing
 * company, and the commonest pairs. Made for this; the keeper of a tide mill tells them.
 */
export const COPYING_TEXTS: Readonly<Record<'en' | 'de', readonly string[]>> = {
  en: [
    'Before six the keeper unlocks the mill and wakes the quiet wheel.',
    'Just then the ebb is weak, a grey haze lies over the quay.',
    'He oils the axle, fixes a jammed sluice and marks the level in the book.',
    'By half past seven the wheat is mixed with barley; the big stones hum.',
    'Every sack is weighed twice, for the exact sum of the day is known by dozens.',
    'A jackdaw keeps watch on the frozen beam and quarrels with the gulls.',
    'Vera brings hot milk, bread with jam, and a question about the prize sheep.',
    'Six waxed boxes wait for the evening boat to Oxley and Quinby.',
    'When the flood turns back at dusk, the frame shakes as if a giant yawned.',
    'He jots down the depth, adjusts the valve, and lazy foam whirls below.',
    'Nobody hurries: what the moon gives, the mill takes, and gives again.',
  ],
  de: [
    'Vor sechs öffnet die Müllerin das große Tor und weckt das stille Rad.',
    'Jetzt läuft die Ebbe aus, zäher Nebel liegt quer über dem Kai.',
    'Sie ölt die Achse, prüft das Wehr und schreibt den Pegel ins Buch.',
    'Gegen halb acht mahlen die Steine Weizen, Gerste und etwas Buchweizen.',
    'Jeder Sack wird zweimal gewogen, denn Maß und Gewicht müssen stimmen.',
    'Eine junge Dohle quäkt vom Balken und jagt boshaft die Möwen.',
    'Felix bringt heiße Milch, Quark mit Honig und einen Gruß vom Nachbarn.',
    'Zwölf gewachste Kisten fahren am Abend über den Fluß nach Xanten.',
    'Kehrt die Flut zurück, bebt das Haus, als gähne ein müder Riese.',
    'Sie klemmt den Hebel fest, äußert einen Fluch, und quirlend weicht der Schaum.',
    'Pia, Yvo und Sylvia spielen vor der Pumpe mit Papyrus, Zylinder und Vase.',
    'Niemand hetzt: Was der Mond gibt, nimmt die Mühle, jeden Tag aufs neue, exakt wie die Axt des Jägers.',
  ],
};
