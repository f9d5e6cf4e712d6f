import { expose } from 'comlink';
import { heavyWork } from './heavyWork';

expose(heavyWork);
