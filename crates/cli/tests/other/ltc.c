/* Another reader and writer of linear timecode, to hold ours against: libltc.
   ltc read RATE FPS      < raw 32-bit floats  > a label and its first sample a line
   ltc write RATE FPS HH MM SS FF FRAMES DROP  > raw 32-bit floats */
#include <ltc.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static int read_all(double rate, double fps) {
  LTCDecoder *decoder = ltc_decoder_create((int)(rate / fps), 64);
  static float samples[1 << 14];
  size_t count;
  ltc_off_t at = 0;
  LTCFrameExt frame;
  SMPTETimecode time;
  while ((count = fread(samples, sizeof *samples, 1 << 14, stdin)) > 0) {
    ltc_decoder_write_float(decoder, samples, count, at);
    at += count;
    while (ltc_decoder_read(decoder, &frame)) {
      ltc_frame_to_time(&time, &frame.ltc, 0);
      printf("%02d:%02d:%02d%c%02d %lld\n", time.hours, time.mins, time.secs,
             frame.ltc.dfbit ? ';' : ':', time.frame, (long long)frame.off_start);
    }
  }
  ltc_decoder_free(decoder);
  return 0;
}

static int write_all(double rate, double fps, char **words) {
  enum LTC_TV_STANDARD standard = fps == 25 ? LTC_TV_625_50 : fps > 25 ? LTC_TV_525_60 : LTC_TV_FILM_24;
  LTCEncoder *encoder = ltc_encoder_create(rate, fps, standard, 0);
  SMPTETimecode time;
  LTCFrame frame;
  memset(&time, 0, sizeof time);
  strcpy(time.timezone, "+0000");
  time.hours = atoi(words[0]);
  time.mins = atoi(words[1]);
  time.secs = atoi(words[2]);
  time.frame = atoi(words[3]);
  ltc_encoder_set_timecode(encoder, &time);
  ltc_encoder_get_frame(encoder, &frame);
  frame.dfbit = atoi(words[5]);
  ltc_encoder_set_frame(encoder, &frame);
  for (int left = atoi(words[4]); left > 0; left--) {
    ltc_encoder_encode_frame(encoder);
    int length;
    ltcsnd_sample_t *bytes = ltc_encoder_get_bufptr(encoder, &length, 1);
    for (int at = 0; at < length; at++) {
      float sample = (bytes[at] - 128) / 128.0f;
      fwrite(&sample, sizeof sample, 1, stdout);
    }
    ltc_encoder_inc_timecode(encoder);
  }
  ltc_encoder_free(encoder);
  return 0;
}

int main(int count, char **words) {
  if (count == 4 && !strcmp(words[1], "read"))
    return read_all(atof(words[2]), atof(words[3]));
  if (count == 10 && !strcmp(words[1], "write"))
    return write_all(atof(words[2]), atof(words[3]), words + 4);
  return 2;
}
