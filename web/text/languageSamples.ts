/** A line about the tide mill in several languages, for the running line: all made up. */
export const LANGUAGE_SAMPLES: readonly (readonly [name: string, text: string])[] = [
  ['English', 'High water at the mill by seven; eels in the race, barley on the stones. 0123456789'],
  [
    'French',
    'À marée haute, l’écluse fermée, le moulin mange l’orge ; où dort l’anguille, près du vieux hêtre ?',
  ],
  [
    'German',
    'Bei Flut schließt der Müller die große Schleuse; Äpfel, Öl und Grütze, das Korn wird früh gemahlen.',
  ],
  ['Spanish', '¿Subió la marea? ¡Sí! El molinero guardó la cebada, el niño pescó anguilas al anochecer.'],
  ['Portuguese', 'A maré sobe às sete; não há pão sem grão, e a enguia está à espera no açude.'],
  ['Polish', 'Przypływ o siódmej: młyn miele jęczmień, węgorz śpi w źródle, a ćma krąży nad świecą.'],
  ['Czech', 'Za přílivu mlýn mele ječmen; úhoř spí v tůni, měsíc svítí na žlutý kámen.'],
  ['Danish', 'Ved højvande lukker mølleren slusen; ålen sover, byggen males, og blæsten går på.'],
  ['Icelandic', 'Á flóði lokar malarinn lúgunni; állinn sefur, byggið er malað þegar öldunni lægir.'],
  ['Turkish', 'Gelgit yükselince değirmenci kapağı kapatır; arpa öğütülür, yılanbalığı ışıkta uyur.'],
  ['Vietnamese', 'Nước lớn lúc bảy giờ; cối xay nghiền lúa mạch, con lươn ngủ dưới bóng cây.'],
];
