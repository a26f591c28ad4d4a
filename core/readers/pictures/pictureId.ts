import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** What a picture is called everywhere: SHA-256 of its file's bytes as 64 hex digits (FIPS 180-4). */
export const pictureIdOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));
