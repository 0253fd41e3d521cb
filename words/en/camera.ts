/** What is said in English: the camera. */
export const camera = {
  camera: "Camera",
  "what-the-camera-sees": "What the camera sees",
  "hold-the-label-in-view": "Hold the label in view.",
  "read-a-photo-of-it": "Read a photo of it",
  "no-picture": "{name} is not a picture that this browser can open.",
  "try-again": "Try again",
  "camera-refused":
    "This browser may not use the camera. Allow it in the browser's settings, or read a photo.",
  "no-camera": "There is no camera here. Plug one in, or read a photo.",
  "camera-busy": "Another program is using the camera. Close it, or read a photo.",
  "camera-gone": "The camera was unplugged.",
  "camera-insecure": "Browsers give this address no camera. Open it by https, or read a photo.",
  "read-a-label": "Read a label",
  "put-the-camera-away": "Put the camera away",
} as const;
