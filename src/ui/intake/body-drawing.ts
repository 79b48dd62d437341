/** The drawing of the body map: our own outline, left side with the head to the left; the right side is its mirror. Units of the view box. */
export const SIDE_BOX = { width: 400, height: 300 } as const;
export const FRONT_BOX = { width: 170, height: 300 } as const;

/** One closed outline and a few inner lines. */
export const SIDE_OUTLINE =
  "M 100 45 C 94 45 89 48 86 53 C 77 60 67 73 58 89 C 51 101 42 113 37 121 C 33 128 34 135 40 138 C 47 141 54 139 59 134 C 68 130 77 127 86 124 C 93 121 98 116 101 111 C 106 122 112 134 117 146 C 114 154 114 162 117 170 C 121 180 128 187 137 190 C 142 205 145 219 146 233 C 145 245 144 255 144 262 C 141 268 137 274 135 281 L 156 281 C 157 274 157 268 157 263 C 159 253 160 243 160 234 C 163 219 166 206 168 194 C 190 201 220 203 246 199 C 262 196 276 190 287 181 C 289 190 294 199 301 206 C 307 213 312 220 314 228 C 314 240 312 252 310 262 C 307 268 303 275 301 281 L 322 281 C 323 275 323 269 323 264 C 327 252 330 240 332 229 C 334 220 333 211 331 203 C 338 190 344 176 346 161 C 347 149 344 137 338 127 C 331 115 318 106 302 103 C 288 100 274 102 262 105 C 246 110 226 112 209 107 C 198 103 189 97 180 95 C 165 93 150 84 138 73 C 128 63 116 52 106 47 C 104 46 102 45 100 45 Z";
export const SIDE_LINES: readonly string[] = [
  // Tail, mane, the far legs, jaw, elbow and stifle.
  "M 338 128 C 352 132 361 146 362 166 C 363 190 358 214 352 234 C 348 222 346 208 346 194 C 347 182 347 172 346 161",
  "M 106 47 C 120 62 136 79 154 90",
  "M 168 194 C 172 206 174 220 174 234 C 174 246 175 254 176 262 L 174 281 L 190 281 C 189 274 188 268 187 262 C 187 250 186 232 186 199",
  "M 287 181 C 282 200 280 216 279 230 C 278 244 276 254 275 262 L 270 281 L 287 281 C 288 273 288 267 288 262 C 291 250 294 238 298 226 C 300 219 301 212 301 206",
  "M 86 124 C 94 116 97 104 94 94",
  "M 137 190 C 148 186 158 184 168 194",
  "M 101 111 C 108 108 114 102 118 96",
  "M 45 128 L 54 130",
  "M 87 52 C 84 44 84 36 87 28 C 92 33 95 40 95 47",
  "M 97 46 C 97 38 99 32 103 27 C 106 34 107 41 105 48",
];
/** Head and chest from the front above, hindquarters and tail from behind beneath. */
export const FRONT_OUTLINE =
  "M 66 34 C 61 26 60 16 62 8 C 69 13 75 20 77 28 C 82 26 88 26 93 28 C 95 20 101 13 108 8 C 110 16 109 26 104 34 C 107 44 107 56 104 68 C 101 82 98 94 97 106 C 97 115 92 121 85 121 C 78 121 73 115 73 106 C 72 94 69 82 66 68 C 63 56 63 44 66 34 Z";
export const FRONT_LINES: readonly string[] = [
  "M 67 74 C 54 90 44 108 40 130 C 37 148 42 164 50 172 L 54 196 M 103 74 C 116 90 126 108 130 130 C 133 148 128 164 120 172 L 116 196",
  "M 50 172 C 60 180 72 182 78 176 L 76 196 M 120 172 C 110 180 98 182 92 176 L 94 196",
  "M 78 176 C 82 172 88 172 92 176",
  "M 70 52 C 72 50 75 50 76 53 M 100 52 C 98 50 95 50 94 53",
  "M 78 110 L 81 113 M 92 110 L 89 113",
  "M 47 296 C 40 270 40 240 54 224 C 66 212 104 212 116 224 C 130 240 130 270 123 296",
  "M 66 296 C 68 284 70 276 72 268 M 104 296 C 102 284 100 276 98 268",
];
export const TAIL_LINE = "M 80 218 C 78 236 72 258 78 290 C 82 294 88 294 92 290 C 98 258 92 236 90 218 Z";

/** Where a spot sits, for the left side; unsided ones on the front. */
export const SIDE_SPOTS: Readonly<Record<string, readonly [number, number]>> = {
  ears: [98, 56],
  cheek: [72, 104],
  neck: [132, 104],
  shoulder: [142, 148],
  withers: [182, 104],
  back: [222, 118],
  loin: [264, 114],
  girth: [178, 176],
  ribs: [214, 158],
  belly: [236, 192],
  flank: [276, 158],
  croup: [318, 128],
  "front-leg": [152, 222],
  "front-foot": [148, 270],
  "hind-leg": [322, 198],
  "hind-foot": [314, 270],
};
export const FRONT_SPOTS: Readonly<Record<string, readonly [number, number]>> = {
  forehead: [85, 54],
  muzzle: [85, 104],
  chest: [85, 148],
  tail: [85, 248],
};
