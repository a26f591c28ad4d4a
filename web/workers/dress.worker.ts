import { dressApi } from './dressApi';
import { serve } from './serve';

serve(dressApi);
