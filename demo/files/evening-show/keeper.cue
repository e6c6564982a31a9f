TITLE "The keeper remembers"
FILE "sounds/voice.wav" WAVE
  TRACK 01 AUDIO
    TITLE "Mondays"
    INDEX 01 00:00:00
