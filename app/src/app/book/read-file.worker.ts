/// <reference lib="webworker" />
import { readYardFile } from '../../../../core/formats/read';

addEventListener('message', ({ data }: MessageEvent<string>) => postMessage(readYardFile(data)));
